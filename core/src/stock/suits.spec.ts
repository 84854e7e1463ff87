import fc from 'fast-check';
import { colonyShrimp, hardFish, hunter, softFish, stemPlant } from './kinds.cases';
import {
  bedMonths,
  bedYearCost,
  cheapestRemedy,
  commonBand,
  fitOf,
  fitTable,
  kindsInForce,
  litresEachL,
  litresTakenL,
  phInTank,
  stockingAdvice,
  together,
  treatedWater,
  whoFits,
  type Resident,
  type StockKind,
  type TankPlace,
  type WaterKnown,
} from './index';

const at = (value: number) => ({ lo: value, hi: value });
const hardTap: WaterKnown = { ghDegrees: at(14), khDegrees: at(9), ph: at(7.7), ec25UsPerCm: at(520) };

describe('whether a kind fits a water', () => {
  it('hardness decides before pH, with the side and how far', () => {
    const fit = fitOf({ kind: softFish, water: { ...hardTap, tempC: at(24) } });
    expect([fit.verdict, fit.deciding, fit.side]).toEqual(['no', 'ghDegrees', 'above']);
    expect(fit.lines.find((l) => l.parameter === 'ghDegrees')?.gapFraction).toBeCloseTo(6 / 7, 9);
  });
  it('a span that crosses the end cannot be told, and the test that would tell is named', () => {
    const fit = fitOf({ kind: softFish, water: { ghDegrees: { lo: 7, hi: 9 }, ph: at(6.5), tempC: at(24) } });
    expect([fit.verdict, fit.deciding, fit.wouldTell]).toEqual(['unknown', 'ghDegrees', ['ghDegrees']]);
  });
  it('what was never measured cannot be told either; nothing known, nothing fits', () => {
    expect(fitOf({ kind: softFish, water: {} }).wouldTell).toEqual(['ghDegrees', 'tempC', 'ph']);
    expect(fitOf({ kind: softFish, water: { ghDegrees: at(4) } }).verdict).toBe('unknown');
  });
  it('who fits, of whom it cannot be told, and the one test that would tell of most', () => {
    const kinds = [softFish, hardFish, colonyShrimp];
    const soft = whoFits({ kinds, water: { ghDegrees: at(4), ph: at(6.5) }, skip: ['tempC'] });
    expect(soft.fit.map((k) => k.id)).toEqual([softFish.id]);
    // Hardness alone rules the two hard-water kinds out, so nothing is open.
    expect([soft.open, soft.wouldTell]).toEqual([[], null]);
    const hard = whoFits({ kinds, water: { ghDegrees: at(13) }, skip: ['tempC'] });
    expect(hard.fit).toEqual([]);
    expect(hard.open.map((k) => k.id)).toEqual([hardFish.id, colonyShrimp.id]);
    expect(hard.wouldTell).toBe('ph');
    expect(whoFits({ kinds, water: {} }).open.length).toBe(3);
  });
  it('a range the book is unsure of warns and never decides', () => {
    const unsure: StockKind = {
      ...softFish,
      ranges: {
        ghDegrees: { ...softFish.ranges.ghDegrees, lo: 1, hi: 8, grade: 'ours', sourceIds: [], confidence: 'low' },
      },
    };
    expect(fitOf({ kind: unsure, water: hardTap }).verdict).toBe('unknown');
    expect(
      fitOf({
        kind: {
          ...softFish,
          ranges: {
            ...softFish.ranges,
            ec25UsPerCm: { ...unsure.ranges.ghDegrees, lo: 1, hi: 2, grade: 'ours', sourceIds: [], confidence: 'low' },
          },
        },
        water: { ghDegrees: at(4), tempC: at(24), ph: at(6) },
      }).verdict,
    ).toBe('fits');
  });
  it('narrowing a reading never turns fits into no or no into fits', () => {
    const end = fc.double({ min: 0, max: 30, noNaN: true });
    fc.assert(
      fc.property(end, end, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, share) => {
        const [lo, hi] = [Math.min(a, b), Math.max(a, b)];
        const wide = fitOf({ kind: softFish, water: { ghDegrees: { lo, hi } }, skip: ['ph', 'tempC'] }).verdict;
        const narrow = fitOf({
          kind: softFish,
          water: { ghDegrees: at(lo + share * (hi - lo)) },
          skip: ['ph', 'tempC'],
        }).verdict;
        return wide === 'unknown' || wide === narrow;
      }),
    );
    expect(fitTable({ kinds: [softFish, hardFish], waters: [{ id: 'x', water: hardTap }] })[0]?.fits.length).toBe(2);
  });
  it('the keeper’s own kind of the same id stands in for the book’s', () => {
    const own = { ...softFish, commonName: 'from the breeder' };
    expect(kindsInForce({ book: [softFish, hardFish], own: [own] }).map((k) => k.commonName)).toEqual([
      'from the breeder',
      'hard fish',
    ]);
  });
});

describe('what to do with a source', () => {
  it('a hard tap suits the hard fish as it is, the soft fish after 60 % RO: 14 x 0.4 = 5.6 dGH (mass balance), a quarter of its range from the end', () => {
    expect(cheapestRemedy({ kind: hardFish, source: hardTap }).verdict).toBe('as-it-is');
    const cut = cheapestRemedy({
      kind: { ...softFish, ranges: { ghDegrees: softFish.ranges.ghDegrees } },
      source: hardTap,
    });
    expect([cut.verdict, cut.remedy.roFraction.toFixed(2), cut.remedy.activeBed]).toEqual(['after', '0.60', false]);
    expect(cut.water.ghDegrees?.hi).toBeCloseTo(5.6, 9);
  });
  it('soft water takes a mineral up to the middle, before anything dearer', () => {
    const soft = cheapestRemedy({
      kind: colonyShrimp,
      source: { ghDegrees: at(3), khDegrees: at(2), ph: at(7), ec25UsPerCm: at(110) },
    });
    expect(soft.remedy).toEqual({ roFraction: 0, ghAddedDegrees: 7, khAddedDegrees: 0, activeBed: false });
    expect(soft.water.ec25UsPerCm?.lo).toBe(110 + 7 * 40);
  });
  it('an active bed is a remedy only where it lasts for months: to KH 2, a quarter of a year at the least (common practice)', () => {
    expect(bedMonths({ khDegrees: 2 })).toEqual({ lo: 3, hi: 6 });
    expect(bedMonths({ khDegrees: 1 })).toEqual({ lo: 6, hi: 12 });
    expect(bedMonths({ khDegrees: 0 })).toEqual({ lo: 12, hi: 24 });
    // Forty a bed: two to four beds a year.
    expect(bedYearCost({ bedValue: 40, months: { lo: 3, hi: 6 } })).toEqual({ loValue: 80, hiValue: 160 });
    const sour: StockKind = {
      ...softFish,
      ranges: { ...softFish.ranges, ph: { ...softFish.ranges.ph!, lo: 5, hi: 6 } },
    };
    const at2 = cheapestRemedy({ kind: sour, source: { ghDegrees: at(4), khDegrees: at(2), ph: at(7.4) } });
    expect([at2.remedy.activeBed, at2.remedy.roFraction, at2.bedMonths]).toEqual([true, 0, { lo: 3, hi: 6 }]);
    // At KH 9 it would be through within weeks: RO before it, until what is left lasts.
    const at9 = cheapestRemedy({ kind: sour, source: { ghDegrees: at(5), khDegrees: at(9), ph: at(7.4) } });
    expect(at9.remedy.activeBed && at9.remedy.roFraction).toBeGreaterThanOrEqual(0.75);
    expect(at9.bedMonths?.lo).toBeGreaterThanOrEqual(3);
  });
  it('pure water with mineral to the middle is offered beside, where it is another way', () => {
    const cut = cheapestRemedy({
      kind: { ...softFish, ranges: { ghDegrees: softFish.ranges.ghDegrees } },
      source: hardTap,
    });
    expect(cut.beside).toEqual({ roFraction: 1, ghAddedDegrees: 4.5, khAddedDegrees: 0, activeBed: false });
    expect(cheapestRemedy({ kind: hardFish, source: hardTap }).beside).toBeNull();
  });
  it('of one sort the remedy with the most margin is taken where none has a quarter of the range', () => {
    // 22 dGH and KH 6 for a range of 6-14 and 2-10: at 45 % 12.1 and 3.3, margins 0.24 and 0.16; at 40 and 50 % less.
    const narrow: StockKind = {
      ...colonyShrimp,
      ranges: { ...colonyShrimp.ranges, khDegrees: { ...colonyShrimp.ranges.khDegrees!, lo: 2, hi: 10 } },
    };
    const found = cheapestRemedy({ kind: narrow, source: { ghDegrees: at(22), khDegrees: at(6), ph: at(7.8) } });
    expect(found.remedy.roFraction).toBeCloseTo(0.45, 9);
  });
  it('without GH it cannot be told, and says which test', () => {
    const blind = cheapestRemedy({ kind: softFish, source: { ph: at(7) } });
    expect([blind.verdict, blind.asIs.wouldTell[0]]).toEqual(['unknown', 'ghDegrees']);
  });
  it('blending is linear in hardness and never averages pH: half RO gives the pH of half the KH', () => {
    const water = treatedWater({
      source: hardTap,
      remedy: { roFraction: 0.5, ghAddedDegrees: 0, khAddedDegrees: 0, activeBed: false },
    });
    expect([water.ghDegrees, water.khDegrees]).toEqual([at(7), at(4.5)]);
    expect(water.ph).toEqual(phInTank(at(4.5)));
    // ph-air-4-25 is 8.35 at 4 dKH in balance with air (Plummer & Busenberg 1982).
    expect(Number(phInTank(at(4))?.hi)).toBeCloseTo(8.35, 1);
    expect(phInTank(at(0))).toBeUndefined();
  });
  it('a remedy that is found does fit, and a cheaper one of its sort does not', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 30, noNaN: true }),
        fc.double({ min: 0.5, max: 15, noNaN: true }),
        (gh, kh) => {
          const source = { ghDegrees: at(gh), khDegrees: at(kh), ph: at(7.5) };
          const found = cheapestRemedy({ kind: softFish, source });
          return found.verdict !== 'after' || found.fit.lines.every((l) => l.verdict !== 'outside');
        },
      ),
    );
    expect(cheapestRemedy({ kind: softFish, source: hardTap }).verdict).toBe('after');
  });
});

const resident = (kind: StockKind, count: number, strain = ''): Resident => ({ kind, strain, count: at(count) });
const place: TankPlace = { netVolumeL: 100, lengthCm: 80, bed: 'inert', grainMm: 1, lid: true };

describe('who lives together', () => {
  it('the common band is the intersection, bounded by named kinds; those outside today are named', () => {
    const [gh] = commonBand({
      residents: [resident(colonyShrimp, 20), resident(hardFish, 5)],
      water: { ghDegrees: at(11) },
    });
    expect(gh?.band).toEqual({ lo: 12, hi: 14 });
    expect([gh?.lowKindId, gh?.highKindId, gh?.outsideKindIds]).toEqual(['hard fish', 'colony shrimp', ['hard fish']]);
  });
  it('names the pair that no water suits', () => {
    const { common, findings } = together({
      residents: [resident(softFish, 10), resident(hardFish, 5)],
      place,
      water: {},
    });
    expect(common[0]?.band).toBeNull();
    expect(findings[0]).toEqual(
      jasmine.objectContaining({
        reason: {
          id: 'no-water',
          facts: { parameter: 'ghDegrees', lowName: 'hard fish', highName: 'soft fish' },
        },
        severity: 'clash',
        kindIds: ['hard fish', 'soft fish'],
      }),
    );
  });
  it('who eats whom or whose young, both ways', () => {
    const ids = together({
      residents: [resident(colonyShrimp, 20), resident(hunter, 1), resident(hardFish, 3), resident(softFish, 8)],
      place,
      water: {},
    }).findings;
    const found = (id: string) => ids.filter((f) => f.reason.id === id).map((f) => f.kindIds.join('>'));
    expect(found('eats')).toEqual(['hunter>colony shrimp']);
    expect(found('fits-its-mouth')).toEqual(['hunter>soft fish']);
    expect(found('eats-young')).toEqual(['hard fish>colony shrimp']);
  });
  it('group, room, lid, bed, plants and crossing', () => {
    const findings = together({
      residents: [
        resident(softFish, 3),
        resident(hunter, 1),
        resident(stemPlant, 5),
        resident(colonyShrimp, 20, 'red'),
        resident(colonyShrimp, 20, 'blue'),
      ],
      place: { ...place, lid: false, grainMm: 4 },
      water: {},
    }).findings.map((f) => f.reason.id);
    for (const id of [
      ...(['too-few', 'room', 'length', 'no-lid', 'coarse-bed'] as const),
      ...(['eats-plants', 'digs', 'crosses'] as const),
    ])
      expect(findings).toContain(id);
  });
  it('says what it cannot tell: a lid nobody spoke of, a grain not in the book, a group that may be too small', () => {
    const unknown = together({
      residents: [resident(hunter, 1), { kind: softFish, strain: '', count: { lo: 5, hi: 12 } }],
      place: { ...place, lid: null, grainMm: null, netVolumeL: 300, lengthCm: 150 },
      water: {},
    }).findings.filter((f) => f.severity === 'unknown');
    expect(unknown.map((f) => f.reason.id).sort()).toEqual(['few-or-not', 'grain-unknown', 'lid-unknown']);
  });
  it('fins are nipped where they are long or slow, and its swimmer peaceful', () => {
    const nippy = { ...hardFish, id: 'nippy', animal: { ...hardFish.animal!, temperament: 'nippy' as const } };
    const nips = (slow: boolean, temperament: 'peaceful' | 'territorial' = 'peaceful') =>
      together({
        residents: [
          resident(nippy, 8),
          resident({ ...softFish, animal: { ...softFish.animal!, slow, temperament } }, 8),
        ],
        place,
        water: {},
      }).findings.some((f) => f.reason.id === 'nips');
    expect([nips(true), nips(false), nips(true, 'territorial')]).toEqual([true, false, false]);
  });
  it('an empty tank has no band and no finding', () => {
    expect(together({ residents: [], place, water: {} })).toEqual({ common: [], findings: [] });
  });
});

describe('how many to begin with', () => {
  const advise = (over: Partial<Parameters<typeof stockingAdvice>[0]>) =>
    stockingAdvice({
      kind: colonyShrimp,
      netVolumeL: 45,
      ageWeeks: 10,
      cycled: true,
      school: 'patient',
      takenL: 0,
      presentCount: 0,
      plannedCount: 15,
      ...over,
    });
  it('T25: a new colony starts at about 15, not under 6, not 30-40 (common practice)', () => {
    expect(advise({}).warnings).toEqual([]);
    expect(advise({ plannedCount: 5 }).warnings.map((w) => w.id)).toEqual(['too-few']);
    expect(advise({ plannedCount: 30 }).warnings.map((w) => w.id)).toContain('too-many');
    expect(advise({ plannedCount: 40 }).warnings.map((w) => w.id)).toContain('too-many');
    expect(advise({}).ramp[0]?.totalCount).toBe(15);
  });
  it('T26: shrimp after 6-8 weeks, the experienced at 4; the other school at 2-4 once cycled (common practice)', () => {
    const gate = (ageWeeks: number, school: 'patient' | 'early', experienced = false) =>
      advise({ ageWeeks, school, experienced }).warnings.some((w) => w.id === 'not-matured');
    expect([
      gate(5, 'patient'),
      gate(6, 'patient'),
      gate(5, 'patient', true),
      gate(3, 'early'),
      gate(1, 'early'),
    ]).toEqual([true, false, false, false, true]);
  });
  it('warns of a tank not cycled, or not known to be; late kinds; a full tank; never forbids', () => {
    expect(advise({ cycled: false }).warnings[0]?.id).toBe('not-cycled');
    expect(advise({ cycled: null }).warnings[0]?.facts).toEqual({ known: false });
    const late = stockingAdvice({
      kind: softFish,
      netVolumeL: 20,
      ageWeeks: 4,
      cycled: true,
      school: 'patient',
      takenL: 0,
      presentCount: 0,
      plannedCount: 8,
      acting: true,
    });
    expect(late.warnings.map((w) => w.id)).toEqual(['late-kind', 'acting', 'full']);
  });
  it('ramps a shoal in steps up to what the water carries: a litre a centimetre up to 5 cm (common practice)', () => {
    expect([4, 10].map((adultCm) => litresEachL({ adultCm, group: 'fish' }))).toEqual([4, 20]);
    expect(litresEachL({ adultCm: 2.5, group: 'shrimp' })).toBe(0.25);
    expect(litresTakenL([resident(softFish, 5), resident(stemPlant, 9)])).toBe(20);
    const shoal = stockingAdvice({
      kind: softFish,
      netVolumeL: 120,
      ageWeeks: 20,
      cycled: true,
      school: 'patient',
      takenL: 0,
      presentCount: 0,
      plannedCount: 10,
    });
    expect(shoal.finalCount).toBe(30);
    expect(shoal.ramp.map((r) => r.totalCount)).toEqual([10, 20, 30]);
    expect(shoal.ramp.map((r) => r.weekCount)).toEqual([0, 2, 4]);
  });
});
