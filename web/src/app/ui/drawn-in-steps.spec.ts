import { provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { drawnInSteps } from './drawn-in-steps';

describe('a long list', () => {
  const settled = async (): Promise<void> => {
    for (let i = 0; i < 12; i++) {
      TestBed.tick();
      await new Promise((resolve) => requestAnimationFrame(resolve));
    }
  };
  it('is drawn from its head on, until all of it stands there, and grows with its list', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const totalCount = signal(95);
    const drawn = TestBed.runInInjectionContext(() => drawnInSteps(totalCount, { firstCount: 20, stepCount: 40 }));
    expect(drawn()).toBe(20);
    await settled();
    expect(drawn()).toBe(100);
    totalCount.set(130);
    await settled();
    expect(drawn()).toBe(140);
  });
});
