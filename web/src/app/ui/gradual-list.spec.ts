import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { countShown, rangeShown } from './gradual-list';

describe('a long list', () => {
  const settled = async (): Promise<void> => {
    for (let i = 0; i < 12; i++) {
      TestBed.tick();
      await new Promise((resolve) => setTimeout(resolve, 40));
    }
  };
  it('is drawn from its head on, until all of it stands there, and grows with its list', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const totalCount = signal(95);
    const drawn = TestBed.runInInjectionContext(() => countShown(totalCount, { firstCount: 20, stepCount: 40 }));
    expect(drawn()).toBe(20);
    await settled();
    expect(drawn()).toBe(100);
    totalCount.set(130);
    await settled();
    expect(drawn()).toBe(140);
  });
  it('of a round begins with its first rack, and tells each rack how much of it is there', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const tanks = Array.from({ length: 70 }, (_, i) => ({ tankId: `t${i}` }));
    const groups = [{ visits: tanks.slice(0, 50) }, { visits: tanks.slice(50) }];
    const drawnOf = TestBed.runInInjectionContext(() => rangeShown(() => groups));
    const [first, second, last] = [tanks.slice(0, 20), tanks.slice(20, 50), tanks.slice(50)];
    expect([first, second, last].map((rack) => drawnOf(rack))).toEqual([20, 0, 0]);
    await settled();
    expect(drawnOf(last)).toBeGreaterThanOrEqual(20);
    expect(drawnOf([])).toBeGreaterThanOrEqual(0);
  });
});
