import { dayMs } from '#core/units';
import fc from 'fast-check';
import { unwrap } from '#core/result';
import {
  acclimationMethod,
  acclimationProgress,
  plannedFraction,
  dripPlan,
  expectedFirstLosses,
  youngAbout,
  type AcclimationProgress,
  type MethodReason,
} from './index';

const at = (value: number) => ({ lo: value, hi: value });
const water = (
  values: Partial<Record<'ghDegrees' | 'khDegrees' | 'ec25UsPerCm' | 'tempC' | 'ph' | 'tanMgPerL', number>>,
) => Object.fromEntries(Object.entries(values).map(([id, value]) => [id, at(value)]));
const alike = { ghDegrees: 8, khDegrees: 4, ec25UsPerCm: 300, tempC: 24 };
type Method = Parameters<typeof acclimationMethod>[0];
const method = (bag: object, tank: object = alike, over: Partial<Method> = {}) =>
  acclimationMethod({ bag: water(bag), tank: water(tank), bearing: 'usual', transportHours: 1, ...over });

describe('how animals are brought over', () => {
  it('close waters: floated, with nothing large and nothing unknown said', () => {
    const told = method(alike);
    expect([told.method, told.unknown.length, told.differences.some((d) => d.large)]).toEqual(['float', 0, false]);
    expect(told.cautions.map((c) => c.id)).toEqual(['bag-water', 'dim-and-covered']);
  });
  it('at what a class takes at once it is floated, beyond it is dripped: 2 degrees for usual, 1 for delicate, 4 for robust', () => {
    const of = (ghDegrees: number, bearing: Method['bearing']) =>
      method({ ...alike, ghDegrees }, alike, { bearing }).method;
    expect([of(10, 'usual'), of(10.1, 'usual'), of(5.9, 'usual')]).toEqual(['float', 'drip', 'drip']);
    expect([of(9, 'delicate'), of(9.1, 'delicate')]).toEqual(['float', 'drip']);
    expect([of(12, 'robust'), of(12.1, 'robust')]).toEqual(['float', 'drip']);
  });
  it('a temperature alone is floated away, however large; a pH is not', () => {
    expect(method({ ...alike, tempC: 15 }).method).toBe('float');
    expect(method({ ...alike, ph: 7 }, { ...alike, ph: 7.5 }).method).toBe('drip');
  });
  it('the sentence names what differs, one or several', () => {
    expect(method({ ...alike, ghDegrees: 1 }).reason).toEqual({
      id: 'differs',
      facts: { parameters: ['ghDegrees'] },
    });
    expect(method({ ...alike, ghDegrees: 1, khDegrees: 0 }).reason).toEqual({
      id: 'differs',
      facts: { parameters: ['ghDegrees', 'khDegrees'] },
    });
  });
  it('ammonia in the bag, or eight hours in it: straight over, never dripped, the bag’s water down the drain', () => {
    const fouled = (bag: object, transportHours = 1) => method({ ...alike, ...bag }, alike, { transportHours });
    expect([fouled({ tanMgPerL: 1 }).method, fouled({ tanMgPerL: 0.99 }).method]).toEqual(['direct', 'float']);
    expect([fouled({}, 8).method, fouled({}, 7.9).method]).toEqual(['direct', 'float']);
    const foul = (measured: boolean, transportHours: number, hardnessDiffers = false): MethodReason => ({
      id: 'foul',
      facts: { measured, transportHours, hardnessDiffers },
    });
    expect(fouled({ tanMgPerL: 1 }).reason).toEqual(foul(true, 1));
    expect(fouled({ tanMgPerL: 0.5 }, 9).reason).toEqual(foul(false, 9));
    expect(fouled({ ghDegrees: 5, tanMgPerL: 2 }).reason).toEqual(foul(true, 1, true));
    expect(fouled({ tanMgPerL: 1 }).cautions[0]?.id).toBe('bag-water');
  });
  it('ammonia in the bag and a water far from it, or one that nobody measured: neither straight over nor dripped', () => {
    const long = (bag: object, tank: object = alike, bearing: Method['bearing'] = 'usual') =>
      method(bag, tank, { transportHours: 20, bearing });
    // Twice the conductivity: 60 µS/cm are taken at once, twice that is a shock.
    const apart = long({ ...alike, ec25UsPerCm: 600 });
    expect([apart.method, apart.reason]).toEqual([
      'match',
      { id: 'foul-and-apart', facts: { measured: false, transportHours: 20, known: true } },
    ]);
    const of = (ec25UsPerCm: number, bearing: Method['bearing']) =>
      long({ ...alike, ec25UsPerCm }, alike, bearing).method;
    expect([of(420, 'usual'), of(421, 'usual'), of(179, 'usual')]).toEqual(['direct', 'match', 'match']);
    expect([of(361, 'delicate'), of(599, 'robust'), of(601, 'robust')]).toEqual(['match', 'direct', 'match']);
    // A temperature is floated away, and a pH is not what kills.
    expect(long({ ...alike, tempC: 12, ph: 6 }, { ...alike, ph: 8 }).method).toBe('direct');
    const { ghDegrees: _g, ec25UsPerCm: _e, ...untested } = alike;
    for (const unknown of [long(alike, untested), long(untested)])
      expect([unknown.method, unknown.reason.id]).toEqual(['match', 'foul-and-apart']);
    expect(long(alike, untested).reason.facts).toEqual({ measured: false, transportHours: 20, known: false });
    expect(long(alike, { ghDegrees: 8 }).method).toBe('direct');
  });
  it('what is not known of both waters is named; without hardness and conductivity it is dripped to be sure', () => {
    const { ghDegrees: _g, ec25UsPerCm: _e, ...less } = alike;
    const unsure = method(less);
    expect([unsure.method, [...unsure.unknown].sort()]).toEqual(['drip', ['ec25UsPerCm', 'ghDegrees']] as never);
    expect(unsure.cautions.at(-1)).toEqual({
      id: 'not-known',
      facts: { parameters: ['ec25UsPerCm', 'ghDegrees'] },
    });
    const { ghDegrees: _h, ...noGh } = alike;
    expect(method(noGh).method).withContext('conductivity is known').toBe('float');
    expect(method(alike, noGh).unknown).toEqual(['ghDegrees']);
  });
});

describe('dripping', () => {
  const plan = (over: Partial<Parameters<typeof dripPlan>[0]> = {}) =>
    dripPlan({ bagL: 1, boxL: 4, bearing: 'usual', targetFraction: 0.9, ...over });
  it('half an hour for robust, an hour for usual, two and a half for delicate animals', () => {
    const minutes = (bearing: Method['bearing']) => unwrap(plan({ bearing })).value.durationMinutes;
    expect([minutes('robust'), minutes('usual'), minutes('delicate')]).toEqual([30, 60, 150]);
  });
  it('1 L to 90 % in a box of 4 L: one pouring off, and 6 litres in 60 minutes', () => {
    const { value } = unwrap(plan());
    expect(value.pourOffCount).toBe(1);
    expect(value.addedL).toBeCloseTo(3 + (0.25 / 0.1 - 1), 9);
    expect(value.rateLPerH).toBeCloseTo(value.addedL, 9);
    expect(value.endFraction).toBeCloseTo(0.9, 9);
  });
  it('a filling that covers the share exactly is not followed by another: 75 % in four times the bag', () => {
    expect(unwrap(plan({ targetFraction: 0.75 })).value.pourOffCount).toBe(0);
    expect(unwrap(plan({ targetFraction: 0.76 })).value.pourOffCount).toBe(1);
  });
  it('the box holds at least half as much again as the bag, exactly that is enough', () => {
    expect(plan({ boxL: 1.5 }).ok).toBeTrue();
    const tight = plan({ boxL: 1.49 });
    expect(!tight.ok && tight.refusal).toEqual(
      jasmine.objectContaining({ kind: 'contradiction', fields: ['boxL', 'bagL'] }),
    );
    for (const [over, field] of [
      [{ bagL: 0 }, 'bagL'],
      [{ boxL: 501 }, 'boxL'],
      [{ targetFraction: 1 }, 'targetFraction'],
      [{ targetFraction: 0.4 }, 'targetFraction'],
    ] as const) {
      const given = plan(over);
      expect(!given.ok && 'field' in given.refusal && given.refusal.field).toBe(field);
    }
  });
  it('what is mixed in by a time: halves at 1 L into 1 L, three quarters when the box of 2 L was drawn down once', () => {
    const share = (elapsedMinutes: number, boxL = 2) =>
      plannedFraction({ bagL: 1, boxL, rateLPerH: 1, elapsedMinutes });
    expect([share(0), share(60), share(120)]).toEqual([0, 0.5, 0.75]);
    expect(share(90)).toBeCloseTo(1 - 0.5 / 1.5, 9);
    expect(share(-5)).toBe(0);
  });
  it('a box no larger than its bag mixes nothing, and ends; so do impossible figures', () => {
    expect(plannedFraction({ bagL: 2, boxL: 2, rateLPerH: 5, elapsedMinutes: 60 })).toBe(0);
    expect(plannedFraction({ bagL: 3, boxL: 2, rateLPerH: 5, elapsedMinutes: 60 })).toBe(0);
    expect(plannedFraction({ bagL: 0, boxL: 2, rateLPerH: 5, elapsedMinutes: 60 })).toBe(0);
    expect(plannedFraction({ bagL: 1, boxL: 2, rateLPerH: 1e308, elapsedMinutes: 60 })).toBe(0);
  });
  it('what is covered only grows, and never beyond the whole', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.double({ min: 1.01, max: 6, noNaN: true }),
        fc.integer({ min: 0, max: 3000 }),
        (bagL, ratio, elapsedMinutes) => {
          const share = (m: number) => plannedFraction({ bagL, boxL: bagL * ratio, rateLPerH: 3, elapsedMinutes: m });
          expect(share(elapsedMinutes)).toBeLessThanOrEqual(share(elapsedMinutes + 10) + 1e-9);
          expect(share(elapsedMinutes)).toBeLessThanOrEqual(1);
        },
      ),
    );
  });
});

describe('how far they have been brought', () => {
  const progress = (now: object, over: Partial<Parameters<typeof acclimationProgress>[0]> = {}): AcclimationProgress =>
    acclimationProgress({
      bag: water({ ghDegrees: 12, ec25UsPerCm: 500, tempC: 20, khDegrees: 8 }),
      now: water(now),
      tank: water({ ghDegrees: 2, ec25UsPerCm: 100, tempC: 24, khDegrees: 0 }),
      bearing: 'usual',
      ...over,
    });
  it('the least of the shares counts, and at nine tenths it is done', () => {
    const most = { ghDegrees: 3, ec25UsPerCm: 140, tempC: 23.6, khDegrees: 0.8 };
    expect(progress(most).done).toBeTrue();
    expect(progress({ ...most, ec25UsPerCm: 145 }).done).toBeFalse();
    expect(progress({ ...most, ec25UsPerCm: 300 }).coveredFraction).toBeCloseTo(0.5, 9);
  });
  it('no share is below nothing or above the whole', () => {
    const beyond = progress({ ghDegrees: 13, ec25UsPerCm: 90, tempC: 24, khDegrees: 0 });
    expect(beyond.byParameter.map((p) => p.coveredFraction)).toEqual([1, 0, 1, 1]);
  });
  it('what was never measured in the box must be before it can be called done; carbonate hardness need not', () => {
    const told = progress({ ghDegrees: 2, ec25UsPerCm: 100 });
    expect([told.needs, told.done]).toEqual([['tempC'], false] as never);
    expect(progress({ ghDegrees: 2, ec25UsPerCm: 100, tempC: 24 }).done).toBeTrue();
    expect(progress({}).coveredFraction).toBeNull();
    expect(progress({}).done).toBeFalse();
  });
  it('half of what is taken at once is no difference: a degree of GH for usual animals', () => {
    const near = (ghDegrees: number) =>
      acclimationProgress({
        bag: water({ ghDegrees }),
        now: {},
        tank: water({ ghDegrees: 8 }),
        bearing: 'usual',
      }).byParameter.find((p) => p.parameter === 'ghDegrees')?.coveredFraction;
    expect([near(9), near(9.1)]).toEqual([1, null]);
  });
});

describe('what to expect, and whom to spare', () => {
  it('a loss of one or two, two of up to twenty, one in ten of more (common practice)', () => {
    expect([1, 2, 3, 15, 20, 25, 40].map((n) => expectedFirstLosses({ arrivedCount: n }).upToCount)).toEqual([
      1, 1, 2, 2, 2, 3, 4,
    ]);
    expect(expectedFirstLosses({ arrivedCount: 5 }).days).toBe(14);
  });
  it('berried females and young are about for sixty days, moults for three; nothing else counts', () => {
    const day = dayMs;
    const now = 1000 * day;
    const about = (event: 'berried' | 'born' | 'moulted' | 'counted' | 'died', days: number) =>
      youngAbout({ events: [{ event, atEpochMs: now - days * day }], nowEpochMs: now });
    expect([about('berried', 60), about('berried', 60.1)]).toEqual([true, false]);
    expect([about('born', 0), about('born', 61)]).toEqual([true, false]);
    expect([about('moulted', 3), about('moulted', 3.1)]).toEqual([true, false]);
    expect([about('counted', 1), about('died', 1)]).toEqual([false, false]);
    expect(about('berried', -1)).withContext('what lies ahead is not yet').toBeFalse();
    expect(youngAbout({ events: [], nowEpochMs: now })).toBeFalse();
  });
});
