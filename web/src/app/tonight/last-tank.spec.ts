import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { HouseStore } from '../base/house-store';
import { LastTank } from './last-tank';
import { TonightStore } from './tonight-store';

describe('the tank that pages open on', () => {
  const tank = (tankId: string, over: { state?: string; urgent?: boolean } = {}) => ({
    ...{ tankId, state: 'settled', urgent: false },
    ...over,
  });
  const house = signal({ key: 'spec-a' });
  const round = signal<{ visits: ReturnType<typeof tank>[] }[]>([]);
  let last: LastTank;
  beforeEach(() => {
    house.set({ key: 'spec-a' });
    TestBed.configureTestingModule({
      providers: [
        { provide: HouseStore, useValue: { house } },
        { provide: TonightStore, useValue: { round } },
      ],
    });
    last = TestBed.inject(LastTank);
  });
  afterEach(() => {
    for (const key of ['spec-a', 'spec-b']) localStorage.removeItem(`night-ledger-last-tank-${key}`);
  });
  it('is the first of the round, before it the first that needs somebody, before both the one that was last looked at', () => {
    round.set([{ visits: [tank('lobby')] }, { visits: [tank('bar'), tank('attic', { state: 'act' })] }]);
    expect(last.tankId()).toBe('attic');
    last.remember('bar');
    expect(last.tankId()).toBe('bar');
    round.set([{ visits: [tank('lobby'), tank('attic', { state: 'drifting' })] }]);
    // The remembered one is gone, and none needs anybody.
    expect(last.tankId()).toBe('lobby');
    round.set([{ visits: [tank('lobby'), tank('attic', { urgent: true })] }]);
    expect(last.tankId()).toBe('attic');
    round.set([]);
    expect(last.tankId()).toBeNull();
  });
  it('is each house’s own', () => {
    round.set([{ visits: [tank('lobby'), tank('bar')] }]);
    last.remember('bar');
    house.set({ key: 'spec-b' });
    expect(last.tankId()).toBe('lobby');
    house.set({ key: 'spec-a' });
    expect(last.tankId()).toBe('bar');
  });
});
