import { TestBed } from '@angular/core/testing';
import { of, Subject } from 'rxjs';
import type { HousesView } from '#contracts/tonight';
import { Api } from './api';
import { HouseDoor, HouseNotMade } from './house-door';

class WatchedDoor extends HouseDoor {
  readonly entered: string[] = [];
  protected override enter(key: 'own' | 'demo'): Promise<void> {
    this.entered.push(key);
    return Promise.resolve();
  }
}
const demoAt = (makingFraction: number | null, more: { ready?: boolean; fault?: string } = {}): HousesView => ({
  open: 'own',
  houses: [{ key: 'demo', name: null, ready: false, makingFraction, fault: null, ...more }],
});

describe('the way into a house', () => {
  beforeEach(() => jasmine.clock().install());
  afterEach(() => {
    jasmine.clock().uninstall();
  });
  function open(answers: HousesView[]) {
    const first = new Subject<HousesView>();
    let asked = 0;
    TestBed.configureTestingModule({
      providers: [
        WatchedDoor,
        {
          provide: Api,
          useValue: { call: (name: string) => (name === 'openHouse' ? first : of(answers[Math.min(asked++, 9)])) },
        },
      ],
    });
    const door = TestBed.inject(WatchedDoor);
    const told: (number | null)[] = [];
    const failed: unknown[] = [];
    door.open('demo').subscribe({
      next: (view) => told.push(view.houses[0]?.makingFraction ?? null),
      error: (error: unknown) => failed.push(error),
    });
    return { door, first, told, failed, askedCount: () => asked };
  }
  it('one that stands is entered at once, and no longer asked about', () => {
    const { door, first, askedCount } = open([]);
    first.next(demoAt(null, { ready: true }));
    first.complete();
    jasmine.clock().tick(5000);
    expect(door.entered).toEqual(['demo']);
    expect(askedCount()).toBe(0);
  });
  it('one that is being made is asked about until it stands', () => {
    const { door, first, told } = open([demoAt(0.6), demoAt(null, { ready: true })]);
    first.next(demoAt(0.2));
    first.complete();
    expect(door.entered).toEqual([]);
    jasmine.clock().tick(701);
    expect(told).toEqual([0.2, 0.6]);
    jasmine.clock().tick(701);
    expect(door.entered).toEqual(['demo']);
  });
  it('one that cannot be made is not entered: the reason comes out, and the asking ends', () => {
    const { door, first, failed, askedCount } = open([demoAt(null, { fault: 'It could not be made' })]);
    first.next(demoAt(0.2));
    first.complete();
    jasmine.clock().tick(701);
    expect(failed[0]).toBeInstanceOf(HouseNotMade);
    expect((failed[0] as Error).message).toBe('It could not be made');
    jasmine.clock().tick(5000);
    expect(askedCount()).toBe(1);
    expect(door.entered).toEqual([]);
  });
});
