import { minuteMs } from '#core/units';
import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Subject, throwError } from 'rxjs';
import { bookKinds } from '#almanac/kinds';
import type { AcclimationPayload } from '#contracts/book';
import type { StockTank } from '#contracts/stock';
import { remedyText, rangeText } from '../ui/kind-words';
import { dripsFrom } from './drip-timers';
import { Api } from '../base/api';
import { HouseStore } from '../base/house-store';
import { Outbox } from '../base/outbox';
import { countFrom, countText, StockStore, tankStock } from './stock-store';

const at = (value: number) => ({ lo: value, hi: value });
const minute = minuteMs;

describe('counts as one types and reads them', () => {
  it('12, 10-15, 10 to 15 and 10+ are understood; words, crossed spans and minus are not', () => {
    expect(['12', ' 10-15 ', '10 to 15', '10+'].map(countFrom)).toEqual([
      at(12),
      { lo: 10, hi: 15 },
      { lo: 10, hi: 15 },
      { lo: 10, hi: null },
    ]);
    expect(['many', '15-10', '-3', ''].map(countFrom)).toEqual([null, null, null, null]);
  });
  it('a span is said as a span', () => {
    expect([
      countText({ lo: 4, hi: 4 }),
      countText({ lo: 4, hi: 9 }),
      countText({ lo: 4, hi: null }),
      countText({ lo: 0, hi: 0 }),
    ]).toEqual(['4', '4–9', '4 or more', 'none']);
  });
});

describe('a remedy and a range in words', () => {
  it('names RO, mineral, bicarbonate and bed, or nothing', () => {
    expect(remedyText({ roFraction: 0.4, ghAddedDegrees: 3, khAddedDegrees: 0, activeBed: true })).toBe(
      '40 % RO, GH +3 with a mineral, an active bed',
    );
    expect(
      remedyText({ roFraction: 0, ghAddedDegrees: 0, khAddedDegrees: 0, activeBed: true }, { lo: 3.2, hi: 6.4 }),
    ).toBe('an active bed, new every 3–6 months');
    expect(
      remedyText({ roFraction: 0, ghAddedDegrees: 0, khAddedDegrees: 0, activeBed: true }, { lo: 3, hi: 6 }, 40),
    ).toBe('an active bed, new every 3–6 months, 80–160 a year');
    expect(remedyText({ roFraction: 1, ghAddedDegrees: 0, khAddedDegrees: 2, activeBed: false })).toBe(
      'pure RO, KH +2 with a bicarbonate',
    );
    expect(remedyText({ roFraction: 0, ghAddedDegrees: 0, khAddedDegrees: 0, activeBed: false })).toBe('as it is');
    expect([
      rangeText({ lo: 4, hi: 8 }),
      rangeText({ lo: 0, hi: 2 }),
      rangeText({ lo: 6, hi: null }),
      rangeText(null),
    ]).toEqual(['4–8', 'up to 2', 'from 6', '']);
  });
});

describe('one tank as the stock page sees it', () => {
  const tank = (events: StockTank['events']): StockTank => ({
    tankId: '1',
    startedOn: '2026-01-01',
    name: 'Window',
    reason: 'All inside.',
    ailing: false,
    heldNo3MgPerLPerDay: null,
    bears: { bearing: 'usual', askedBy: [] },
    state: 'settled',
    setUp: {
      name: 'Window',
      rack: '',
      roundOrder: 1,
      purpose: 'display',
      practiceId: 'x',
      bearing: 'usual',
      startedOn: '2026-01-01',
      overrides: [],
    },
    netVolumeL: 54,
    stage: null,
    inWater: [],
    equipment: {},
    water: { ghDegrees: { ...at(14), atEpochMs: 0 } },
    events,
  });
  const arrived = (kindId: string, lo: number): StockTank['events'][number] => ({
    entryId: kindId,
    atEpochMs: 0,
    event: 'arrived',
    kindId,
    strain: '',
    count: at(lo),
  });
  it('those who left live there no longer; a kind nobody knows is left out and breaks nothing', () => {
    const gone = { ...arrived('neon-tetra', 10), event: 'given-away' as const, atEpochMs: 1 };
    const stock = tankStock({
      tank: tank([arrived('neon-tetra', 10), gone, arrived('guppy', 5), arrived('unicorn', 1)]),
      kinds: bookKinds,
      nowEpochMs: 10,
    });
    expect(stock.residents.map((l) => l.kind.id)).toEqual(['guppy']);
    expect(stock.place).toEqual({ netVolumeL: 54, lengthCm: null, bed: 'unknown', grainMm: null, lid: null });
  });
  it('soft and hard together have no common band, and the one outside today is named', () => {
    const stock = tankStock({
      tank: tank([arrived('cardinal-tetra', 10), arrived('guppy', 6)]),
      kinds: bookKinds,
      nowEpochMs: 10,
    });
    const gh = stock.together.common.find((c) => c.parameter === 'ghDegrees');
    expect([gh?.band, gh?.outsideKindIds]).toEqual([null, ['cardinal-tetra']]);
  });
});

describe('drips that run', () => {
  const started: AcclimationPayload = {
    step: 'started',
    arrivalId: 'a',
    bagL: 1,
    boxL: 4,
    rateLPerH: 4.5,
    durationMinutes: 60,
    bag: { ec25UsPerCm: at(200), ghDegrees: at(12), tempC: at(20) },
    tank: { ec25UsPerCm: at(400), ghDegrees: at(6), tempC: at(24) },
    bearing: 'usual',
  };
  const on = (minutes: number, payload: AcclimationPayload) => ({
    subjectId: 't',
    atEpochMs: minutes * minute,
    payload,
  });
  it('are read from the book, so that a reload shows the same share; the plan is nine tenths after its hour', () => {
    const [drip] = dripsFrom([on(0, started)], 60 * minute);
    expect(drip?.plannedFraction).toBeCloseTo(0.9, 6);
    expect(drip?.progress).toBeNull();
    expect(dripsFrom([on(0, started), on(50, { step: 'ended', arrivalId: 'a', done: true })], 60 * minute)).toEqual([]);
  });
  it('measured, the least share counts, and later measurements lie over earlier ones', () => {
    const measured = (ec: number, gh: number): AcclimationPayload => ({
      step: 'measured',
      arrivalId: 'a',
      now: { ec25UsPerCm: at(ec), ghDegrees: at(gh), tempC: at(24) },
    });
    const [drip] = dripsFrom([on(0, started), on(20, measured(300, 11)), on(40, measured(400, 9))], 45 * minute);
    expect(drip?.progress?.coveredFraction).toBeCloseTo(0.5, 9);
    expect(drip?.progress?.done).toBeFalse();
  });
});

describe('who lives where, asked of a house that fails', () => {
  it('is asked again when the keeper says so while the answer that will fail is still under way', () => {
    const stirred = new Subject<null>();
    const answers: Subject<never>[] = [];
    const call = () => {
      const answer = new Subject<never>();
      answers.push(answer);
      return answer;
    };
    TestBed.configureTestingModule({
      providers: [
        { provide: Api, useValue: { call } },
        { provide: Outbox, useValue: { stirred } },
        { provide: HouseStore, useValue: { nowEpochMs: signal(0) } },
      ],
    });
    const store = TestBed.inject(StockStore);
    stirred.next(null);
    expect(answers.length).withContext('nobody asked for it yet').toBe(0);
    store.load();
    stirred.next(null);
    expect(answers.length).toBe(2);
    expect(answers[0]?.observed).toBeFalse();
    answers[1]?.error(throwError(() => new Error('500')));
    expect(store.fault()).toBeTrue();
    stirred.next(null);
    expect(answers.length).toBe(3);
  });
});
