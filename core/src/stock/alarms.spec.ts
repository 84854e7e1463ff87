import { dayMs } from '#core/units';
import {
  lossesAlarm,
  poissonTail,
  stockAlarms,
  youngAbout,
  type Population,
  type StockEvent,
  type StockKind,
} from './index';
import { colonyShrimp } from './kinds.cases';

const now = Date.UTC(2026, 2, 14);
type Event = StockEvent['event'];
const kindNamed = (over: Partial<StockKind> = {}): StockKind => ({ ...colonyShrimp, ...over });
const seen = (event: Event, daysAgo: number, count: number | null = 1, over: Partial<StockEvent> = {}): StockEvent => ({
  atEpochMs: now - daysAgo * dayMs,
  event,
  kindId: colonyShrimp.id,
  strain: '',
  count: count === null ? null : { lo: count, hi: count },
  ...over,
});
const alarms = (events: readonly StockEvent[], size = 100, kind = kindNamed()) =>
  stockAlarms({
    kind,
    population: { strain: '', count: { lo: size, hi: size } } as Population,
    events,
    nowEpochMs: now,
  });
const ids = (events: readonly StockEvent[], size = 100, kind?: StockKind) =>
  alarms(events, size, kind).map((a) => `${a.severity} ${a.reason.id}`);

describe('the chance of so many by chance', () => {
  it('is the Poisson tail: three where half a one is expected 1.44 % (any table of it)', () => {
    expect(poissonTail({ seenCount: 3, expectedCount: 0.5 })).toBeCloseTo(0.01439, 5);
    expect(poissonTail({ seenCount: 1, expectedCount: 1 })).toBeCloseTo(1 - Math.exp(-1), 12);
    expect(poissonTail({ seenCount: 2, expectedCount: 1 })).toBeCloseTo(1 - 2 * Math.exp(-1), 12);
  });
  it('none seen is sure, none expected impossible; it ends for any number', () => {
    expect(poissonTail({ seenCount: 0, expectedCount: 3 })).toBe(1);
    expect(poissonTail({ seenCount: 1, expectedCount: 0 })).toBe(0);
    expect(poissonTail({ seenCount: 1e15, expectedCount: 3 })).toBe(0);
    expect(poissonTail({ seenCount: 700, expectedCount: 1e9 })).toBeGreaterThan(0.4);
  });
});

describe('deaths', () => {
  it('one in a large old colony is turnover, many in a week are not', () => {
    expect(ids([seen('died', 1, 1)], 200)).toEqual([]);
    expect(ids([seen('died', 1, 10)], 200)).toEqual(['act deaths']);
    const [alarm] = alarms([seen('died', 1, 10)], 90);
    expect(alarm?.reason.facts).toEqual(jasmine.objectContaining({ seenCount: 10, colonyCount: 100, act: true }));
    expect(alarm?.grade).toBe('ours');
    expect(alarm?.kindName).toBe(colonyShrimp.commonName);
  });
  it('between chance and alarm they are watched: one in twenty, one in a hundred', () => {
    const lifeDays = (colonyShrimp.animal?.lifespanYears.lo ?? 2) * 365;
    const severityOf = (size: number) => ids([seen('died', 1, 2)], size - 2)[0] ?? 'none';
    const chance = (size: number) => poissonTail({ seenCount: 2, expectedCount: (size * 7) / lifeDays });
    const sizes = Array.from({ length: 120 }, (_, i) => 6 + i);
    for (const size of sizes)
      expect(severityOf(size))
        .withContext(`${size}: ${chance(size)}`)
        .toBe(
          poissonTail({ seenCount: 2, expectedCount: Math.max(0.02, (size * 7) / lifeDays) }) < 0.01
            ? 'act deaths'
            : chance(size) < 0.05 || (size * 7) / lifeDays < 0.75
              ? 'watch deaths'
              : 'none',
        );
    expect(new Set(sizes.map(severityOf)).size).toBe(3);
  });
  it('a tank that always loses some is held to its own habit', () => {
    const habit = Array.from({ length: 26 }, (_, i) => seen('died', 8 + i * 7, 3));
    expect(ids([...habit, seen('died', 1, 6)], 50)).toEqual([]);
    expect(ids([seen('died', 1, 6)], 50)).toEqual(['act deaths']);
  });
  it('only those of a week count, of this kind and strain, and none from tomorrow', () => {
    expect(ids([seen('died', 7, 10)])).toEqual([]);
    expect(ids([seen('died', 6.9, 10)])).toEqual(['act deaths']);
    expect(ids([seen('died', 1, 10, { strain: 'blue' })])).toEqual([]);
    expect(ids([seen('died', 1, 10, { kindId: 'another' })])).toEqual([]);
    expect(ids([seen('died', -1, 10)])).toEqual([]);
  });
  it('a loss or two after an arrival is expected, for a fortnight; more is an alarm', () => {
    const came = (daysAgo: number) => seen('arrived', daysAgo, 20);
    expect(ids([came(3), seen('died', 1, 1)], 19)).toEqual(['watch first-losses']);
    expect(ids([came(3), seen('died', 1, 12)], 8)).toEqual(['act deaths']);
    const [note] = alarms([came(3), seen('died', 2, 1)], 19);
    expect(note?.reason.facts).toEqual(jasmine.objectContaining({ lostCount: 1, arrivedCount: 20 }));
    expect([ids([came(13.9), seen('died', 1, 1)], 19), ids([came(14), seen('died', 1, 1)], 19)]).toEqual([
      ['watch first-losses'],
      ['watch deaths'],
    ]);
  });
});

describe('deaths that may be chance', () => {
  it('are watched where less than about one a week is usual, so that the tank is not called settled', () => {
    const [alarm] = alarms([seen('died', 1, 1)], 19);
    expect(alarm?.severity).toBe('watch');
    expect(alarm?.reason.facts).toEqual(jasmine.objectContaining({ seenCount: 1, act: false, expected: true }));
    expect(ids([seen('died', 1, 1)], 19)).toEqual(['watch deaths']);
    expect(ids([seen('died', 1, 1)], 400)).toEqual([]);
  });
});
describe('deaths told without a kind', () => {
  const resident = (count: number) => ({ kind: colonyShrimp, count: { lo: count, hi: count } });
  it('are acted on where no stock is in the book, or only plants', () => {
    expect(lossesAlarm({ deathsCount: 1, residents: [] })).toEqual({ severity: 'act', livingCount: null });
    expect(lossesAlarm({ deathsCount: 1, residents: [{ kind: { animal: null }, count: { lo: 3, hi: 3 } }] })).toEqual({
      severity: 'act',
      livingCount: null,
    });
  });
  it('are held against all that live there: one of a hundred is watched, five of twenty are acted on', () => {
    expect(lossesAlarm({ deathsCount: 1, residents: [resident(60), resident(40)] })).toEqual({
      severity: 'watch',
      livingCount: 100,
    });
    expect(lossesAlarm({ deathsCount: 5, residents: [resident(20)] }).severity).toBe('act');
  });
  it('five of four hundred by the turnover of their lifespan are no more than to be watched', () => {
    expect(lossesAlarm({ deathsCount: 5, residents: [resident(400)] }).severity).toBe('watch');
  });
});

describe('losses of a colony that was there already', () => {
  it('are no losses of arrivals: nobody arrived where they were there already', () => {
    expect(ids([seen('present', 3, 20), seen('died', 1, 2)], 18)).not.toContain('watch first-losses');
    expect(ids([seen('present', 3, 20), seen('died', 1, 5)], 15)).toEqual(['act deaths']);
    expect(ids([seen('arrived', 3, 20), seen('died', 1, 2)], 18)).toEqual(['watch first-losses']);
  });
  it('go on being an alarm when new ones come: what died before they came is not theirs', () => {
    const dying = [seen('died', 4, 2)];
    expect(ids(dying, 4)).toEqual(['act deaths']);
    expect(ids([...dying, seen('arrived', 2, 8)], 12)).toEqual(['watch deaths']);
    // One who died weeks ago is history, and a loss of the new is expected.
    expect(ids([seen('died', 30, 2), seen('arrived', 2, 20), seen('died', 1, 1)], 50)).toEqual(['watch first-losses']);
  });
  it('only what died after they came is counted as theirs', () => {
    const [note] = alarms([seen('died', 10, 5), seen('arrived', 2, 20), seen('died', 1, 1)], 50);
    expect(note?.reason.facts).toEqual({ lostCount: 1, arrivedCount: 20, upToCount: 2 });
  });
});

describe('what is missing without a body', () => {
  it('is watched, from three on acted upon', () => {
    expect(ids([seen('missing', 2, 1)])).toEqual(['watch missing']);
    expect(ids([seen('missing', 2, 2)])).toEqual(['watch missing']);
    expect(ids([seen('missing', 2, 3)])).toEqual(['act missing']);
    expect(ids([seen('missing', 15, 3)])).toEqual([]);
  });
  it('is what two counts lack beyond what died, moved and was given away', () => {
    const counts = [seen('counted', 20, 50), seen('counted', 2, 40)];
    const between = (...e: StockEvent[]) => ids([counts[0]!, ...e, counts[1]!]);
    expect(between()).toEqual(['act missing']);
    expect(between(seen('given-away', 10, 5), seen('moved-out', 9, 3))).toEqual(['watch missing']);
    expect(between(seen('given-away', 10, 5), seen('moved-out', 9, 5))).toEqual([]);
    expect(alarms(counts)[0]?.reason.facts).toEqual({ missingCount: 10 });
    expect(ids([seen('counted', 40, 50), seen('counted', 15, 40)]))
      .withContext('an old count is no news')
      .toEqual([]);
    expect(ids([seen('counted', 2, 40)])).toEqual([]);
  });
});

describe('early signs', () => {
  it('the last of the week: not grazing, young that do not grow', () => {
    const sign = (sign: StockEvent['sign'], daysAgo: number) => seen('sign', daysAgo, null, { sign });
    expect(ids([sign('not-grazing', 2)])).toEqual(['watch not-grazing']);
    expect(ids([sign('young-not-growing', 2)])).toEqual(['watch young-not-growing']);
    expect(ids([sign('not-grazing', 3), sign('grazing', 1)])).toEqual([]);
    expect(ids([sign('not-grazing', 8)])).toEqual([]);
  });
  it('a colony that had young and has none for six weeks', () => {
    const colony = [seen('arrived', 400, 20), seen('born', 200, 20), seen('counted', 10, 60)];
    expect(ids(colony, 60)).toEqual(['watch no-young']);
    expect(ids(colony, 9)).withContext('too few to tell').toEqual([]);
    expect(ids([...colony, seen('berried', 41)], 60)).toEqual([]);
    expect(ids([...colony, seen('berried', 43)], 60)).toEqual(['watch no-young']);
    expect(ids(colony.slice(0, 2), 60))
      .withContext('nobody has looked')
      .toEqual([]);
    expect(ids([colony[0]!, colony[2]!], 60))
      .withContext('it never had any')
      .toEqual([]);
    expect(ids([seen('arrived', 30, 20), seen('born', 25, 5)], 60)).toEqual([]);
  });
  it('more moults at once than a colony of that size sheds', () => {
    expect(ids([seen('moulted', 0.5, 12)], 60)).toEqual(['watch moults']);
    expect(ids([seen('moulted', 0.5, 4)], 60)).toEqual([]);
    expect(ids([seen('moulted', 0.5, 1)], 1)).toEqual([]);
    expect(ids([seen('moulted', 2, 12)], 60))
      .withContext('the day before yesterday')
      .toEqual([]);
  });
});

describe('young may be about', () => {
  const about = (event: Event, daysAgo: number) => youngAbout({ events: [seen(event, daysAgo)], nowEpochMs: now });
  it('for sixty days after berries and births, three after a moult, never before', () => {
    expect([about('berried', 60), about('berried', 60.1)]).toEqual([true, false]);
    expect([about('born', 60), about('born', 60.1)]).toEqual([true, false]);
    expect([about('moulted', 3), about('moulted', 3.1)]).toEqual([true, false]);
    expect([about('berried', -1), about('died', 1), about('counted', 1)]).toEqual([false, false, false]);
    expect(youngAbout({ events: [], nowEpochMs: now })).toBeFalse();
  });
});
