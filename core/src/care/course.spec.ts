import fc from 'fast-check';
import { unwrap } from '#core/result';
import { courseOf, rationOf, redose, residueOf, type CourseInput } from './course';

const usGal = 3.785411784;
const antibiotic = { packTreatsUsGal: 10, doseDays: [1, 2, 3, 4, 5], changes: [{ day: 6, fraction: 0.25 }] };
const course = (input: Partial<CourseInput>) =>
  unwrap(courseOf({ netVolumeL: 75 * usGal, label: antibiotic, ...input }));
const refusal = (input: Partial<CourseInput>) => {
  const got = courseOf({ netVolumeL: 75 * usGal, label: antibiotic, ...input });
  return got.ok ? null : got.refusal;
};

describe('a course by its label', () => {
  it('T01: 75 US gal takes 8 packs a day, 40 in five days; 10 US gal one a day, 5 in all; a quarter changed on day 6 (common practice)', () => {
    const large = course({});
    expect([large.packsPerDose, large.packsTotal]).toEqual([8, 40]);
    const small = course({ netVolumeL: 10 * usGal });
    expect([small.packsPerDose, small.packsTotal, small.doseShare]).toEqual([1, 5, 1]);
    expect(small.calendar.find((d) => d.do === 'change')).toEqual({
      day: 6,
      do: 'change',
      changeL: 0.25 * 10 * usGal,
    });
  });
  it('T02: dose, wait a day, dose, wait a day, change a quarter; repeated once it goes on the day after (common practice)', () => {
    const label = { packTreatsUsGal: 10, doseDays: [1, 3], changes: [{ day: 5, fraction: 0.25 }], maxRepeats: 1 };
    const of = (repeats: number) =>
      course({ netVolumeL: 20 * usGal, label, repeats })
        .calendar.filter((d) => d.do !== 'look')
        .map((d) => `${d.do} ${d.day}`);
    expect(of(0)).toEqual(['dose 1', 'dose 3', 'change 5']);
    expect(of(1)).toEqual(['dose 1', 'dose 3', 'change 5', 'dose 6', 'dose 8', 'change 10']);
    expect(course({ netVolumeL: 20 * usGal, label, repeats: 1 }).packsTotal).toBe(8);
    const refused = courseOf({ netVolumeL: 20 * usGal, label, repeats: 2 });
    expect(refused.ok ? null : refused.refusal).toEqual(
      jasmine.objectContaining({ kind: 'out-of-range', field: 'repeats', hi: 1 }),
    );
  });
  it('in the food: each day a meal by body mass with what is in it, nothing into the water; a label of packs beside it contradicts', () => {
    const label = { doseDays: [1, 2], changes: [{ day: 3, fraction: 0.5 }] };
    const food = { bodyMassG: 40, percentOfBodyMass: 2, agentMgPerKgPerDay: 50 };
    const of = course({ label, food, netVolumeL: 60, repeats: 1 });
    // As T28 reckons a ration: 2 % of 40 g, 50 mg for each kilogram (common practice).
    expect(of.calendar.filter((d) => d.do !== 'look')).toEqual([
      { day: 1, do: 'dose', foodG: 0.8, agentMg: 2 },
      { day: 2, do: 'dose', foodG: 0.8, agentMg: 2 },
      { day: 3, do: 'change', changeL: 30 },
      { day: 4, do: 'dose', foodG: 0.8, agentMg: 2 },
      { day: 5, do: 'dose', foodG: 0.8, agentMg: 2 },
      { day: 6, do: 'change', changeL: 30 },
    ]);
    expect([of.packsPerDose, of.packsTotal]).toEqual([0, 0]);
    expect(refusal({ food })).toEqual(
      jasmine.objectContaining({ kind: 'contradiction', fields: ['food', 'label.packTreatsUsGal'] }),
    );
    expect(refusal({ label, food: { ...food, bodyMassG: 0 } })).toEqual(
      jasmine.objectContaining({ kind: 'out-of-range', field: 'bodyMassG' }),
    );
    expect(refusal({ label: { ...label, doseDays: [1.5] }, food })).toEqual(
      jasmine.objectContaining({ kind: 'malformed', field: 'label.doseDays' }),
    );
  });
  it('half a pack rounds up, below it down, and never to none', () => {
    expect(course({ netVolumeL: 15 * usGal }).packsPerDose).toBe(2);
    expect(course({ netVolumeL: 14.9 * usGal }).packsPerDose).toBe(1);
    expect(course({ netVolumeL: 1 * usGal }).packsPerDose).toBe(1);
  });
  it('off by more than a tenth a stock solution gives the exact dose; at a tenth it does not', () => {
    const off = course({ netVolumeL: 15 * usGal });
    expect(off.doseShare).toBeCloseTo(2 / 1.5, 9);
    expect(off.stock?.packs).toBe(2);
    expect(((off.stock?.takeMl ?? 0) / (off.stock?.waterMl ?? 1)) * (off.stock?.packs ?? 0)).toBeCloseTo(1.5, 9);
    const label = { packTreatsL: 10, doseDays: [1], changes: [] };
    expect(course({ netVolumeL: 91, label }).stock).toBeUndefined();
    expect(course({ netVolumeL: 113, label }).stock).toBeUndefined();
    expect(course({ netVolumeL: 75.1, label }).stock).toBeUndefined();
    expect(course({ netVolumeL: 74.9, label }).stock).toBeUndefined();
    expect(course({ netVolumeL: 16, label }).stock).toBeDefined();
  });
  it('packs that can be split are the exact dose', () => {
    const split = course({ packsCanBeSplit: true });
    expect(split.packsPerDose).toBeCloseTo(7.5, 9);
    expect([split.doseShare, split.stock]).toEqual([1, undefined]);
  });
  it('on one day the change stands before the dose; looks after one, two and four weeks', () => {
    const label = { packTreatsL: 10, doseDays: [1, 3], changes: [{ day: 3, fraction: 0.5 }] };
    expect(course({ netVolumeL: 10, label }).calendar.map((d) => `${d.do} ${d.day}`)).toEqual([
      'dose 1',
      'change 3',
      'dose 3',
      'look 10',
      'look 17',
      'look 31',
    ]);
  });
  it('refuses no strength, two strengths, no days, half days, a day twice, more than all, nothing', () => {
    const label = { packTreatsL: 10, doseDays: [1], changes: [] };
    expect(refusal({ label: { doseDays: [1], changes: [] } })?.kind).toBe('missing');
    expect(refusal({ label: { ...label, packTreatsUsGal: 10 } })?.kind).toBe('contradiction');
    expect(refusal({ label: { ...label, doseDays: [] } })?.kind).toBe('missing');
    expect(refusal({ label: { ...label, doseDays: [1.5] } })?.kind).toBe('malformed');
    expect(refusal({ label: { ...label, doseDays: [1, 1] } })?.kind).toBe('malformed');
    expect(refusal({ label: { ...label, doseDays: [0] } })?.kind).toBe('out-of-range');
    expect(refusal({ label: { ...label, changes: [{ day: 1, fraction: 1.01 }] } })?.kind).toBe('out-of-range');
    expect(refusal({ label, netVolumeL: 0 })?.kind).toBe('out-of-range');
    expect(refusal({ label, netVolumeL: NaN })?.kind).toBe('not-a-number');
  });
  it('never more than the label in any window of a round, whatever the volume and the repeats (property)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 2000, noNaN: true }),
        fc.uniqueArray(fc.integer({ min: 1, max: 14 }), { minLength: 1, maxLength: 7 }),
        fc.integer({ min: 0, max: 3 }),
        (netVolumeL, doseDays, repeats) => {
          const label = { packTreatsL: 40, doseDays, changes: [] };
          const { calendar, packsPerDose, packsTotal } = unwrap(courseOf({ netVolumeL, label, repeats }));
          const doses = calendar.filter((d) => d.do === 'dose');
          const longest = Math.max(...doseDays);
          for (const { day } of doses) {
            const inWindow = doses.filter((d) => d.day >= day && d.day < day + longest);
            expect(inWindow.length).toBeLessThanOrEqual(doseDays.length);
          }
          expect(doses.length * packsPerDose).toBe(packsTotal);
        },
      ),
    );
  });
});

describe('what is dosed anew, and what is left', () => {
  it('only for the water that was replaced: a quarter of 100 L at 2 mg/L is 50 mg', () => {
    expect(unwrap(redose({ doseMgPerL: 2, netVolumeL: 100, changeFraction: 0.25 })).doseMg).toBe(50);
    expect(redose({ doseMgPerL: 2, netVolumeL: 100, changeFraction: 1.1 }).ok).toBeFalse();
  });
  it('changes and decay: half life of 2 days and a change of half leave a quarter on day 3', () => {
    const left = (changes: { day: number; fraction: number }[], atDay: number, halfLifeDays?: number) =>
      unwrap(residueOf({ doseMgPerL: 4, changes, atDay, halfLifeDays })).mgPerL;
    expect(left([{ day: 3, fraction: 0.5 }], 3, 2)).toBeCloseTo(1, 12);
    expect(left([{ day: 3, fraction: 0.5 }], 2)).toBe(4);
    expect(left([{ day: 1, fraction: 0.5 }], 1)).toBe(2);
    expect(left([], 1, 2)).toBe(4);
    expect(residueOf({ doseMgPerL: 4, changes: [], atDay: 0 }).ok).toBeFalse();
  });
  it('re-dosing never exceeds what left with the water (property)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 1, max: 1000, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (doseMgPerL, netVolumeL, changeFraction) => {
          const left = unwrap(residueOf({ doseMgPerL, changes: [{ day: 1, fraction: changeFraction }], atDay: 1 }));
          const again = unwrap(redose({ doseMgPerL, netVolumeL, changeFraction }));
          expect(left.mgPerL * netVolumeL + again.doseMg).toBeLessThanOrEqual(
            doseMgPerL * netVolumeL * (1 + 1e-9) + 1e-9,
          );
        },
      ),
    );
  });
  it('a ration: 2 % of 40 g is 0.8 g of food, 50 mg/kg of it 2 mg', () => {
    expect(unwrap(rationOf({ bodyMassG: 40, percentOfBodyMass: 2, agentMgPerKgPerDay: 50 }))).toEqual({
      foodGPerDay: 0.8,
      agentMgPerDay: 2,
    });
    expect(unwrap(rationOf({ bodyMassG: 40, percentOfBodyMass: 2 })).agentMgPerDay).toBeNull();
    expect(rationOf({ bodyMassG: 0, percentOfBodyMass: 2 }).ok).toBeFalse();
  });
});
