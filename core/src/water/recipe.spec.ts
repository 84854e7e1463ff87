import fc from 'fast-check';
import { caseOf, inputOf, publishedCases, toleranceOf } from '#core/checks';
import { recorder } from '#core/explain';
import { unwrap } from '#core/result';
import {
  cheapest,
  ionConductivity,
  ionCharges,
  ionsOf,
  noIons,
  recipe,
  recipeEffect,
  undissolved,
  salts,
  saltIds,
  stockFor,
  weighed,
  type Ion,
  type RecipeInput,
  type RecipeTarget,
  type SaltId,
} from './index';

const ro = { id: 'ro', name: 'pure water', water: {} };
const shelfOf = (...ids: readonly SaltId[]): RecipeInput['shelf'] => ids.map((saltId) => ({ saltId }));
const saltFor: Record<string, SaltId> = {
  'CaSO4.2H2O': 'caso4-2h2o',
  CaCl2: 'cacl2',
  'CaCl2.2H2O': 'cacl2-2h2o',
  'MgSO4.7H2O': 'mgso4-7h2o',
  'MgCl2.6H2O': 'mgcl2-6h2o',
  CaCO3: 'caco3',
  NaHCO3: 'nahco3',
  KHCO3: 'khco3',
  K2SO4: 'k2so4',
  KCl: 'kcl',
  KNO3: 'kno3',
  KH2PO4: 'kh2po4',
};
const idOf = (name: unknown): SaltId => {
  const id = saltFor[String(name)];
  if (!id) throw new Error(`No salt ${String(name)}`);
  return id;
};
const grams = (map: unknown): { saltId: SaltId; massG: number }[] =>
  Object.entries(map as Record<string, number>).map(([name, massG]) => ({ saltId: idOf(name), massG }));

describe('conductivity from ions', () => {
  for (const c of publishedCases.filter((each) => /^ec-(KCl|NaCl|CaCl2|MgCl2|Na2SO4|KHCO3)/.test(each.id)))
    it(`${c.id}: within 1 % of the measured value (${c.source})`, () => {
      const told = c.inputs['ions_mmolL'] as Record<string, number>;
      const table = { ...noIons(), ...Object.fromEntries(Object.entries(told).map(([k, v]) => [k.toLowerCase(), v])) };
      const expected = Number(c.expected['ec']);
      expect(Math.abs(ionConductivity(table).ec25UsPerCm - expected)).toBeLessThan(0.01 * expected);
    });
  it('0.01 mol/L potassium chloride conducts 1412 µS/cm (CRC Handbook, from memory)', () => {
    expect(ionConductivity({ ...noIons(), k: 10, cl: 10 }).ec25UsPerCm).toBeCloseTo(1412, -1);
  });
  for (const [id, mmol] of [
    ['ec-MgSO4-0.5mM', 0.5],
    ['ec-MgSO4-2.5mM', 2.5],
  ] as const)
    it(`${id}: ion pairs hold magnesium sulphate down`, () => {
      const expected = Number(caseOf(id).expected['ec']);
      const found = ionConductivity({ ...noIons(), mg: mmol, so4: mmol }).ec25UsPerCm;
      expect(Math.abs(found - expected)).toBeLessThan(toleranceOf(caseOf(id), expected));
    });
  it('rises with every ion that is added', () => {
    expect(
      fc.check(
        fc.property(
          fc.constantFrom<Ion>('ca', 'mg', 'na', 'k', 'cl', 'so4', 'hco3', 'no3'),
          fc.double({ min: 0.1, max: 5, noNaN: true }),
          (ion, mmolPerL) => {
            const base = { ...noIons(), na: 1, cl: 1 };
            const more = { ...base, [ion]: base[ion] + mmolPerL };
            return ionConductivity(more).ec25UsPerCm > ionConductivity(base).ec25UsPerCm;
          },
        ),
      ).failed,
    ).toBeFalse();
  });
});

describe('what a salt does', () => {
  for (const c of publishedCases.filter((each) => each.id.startsWith('salt-') && 'molar_mass' in each.expected))
    it(`${c.id}: molar mass, hardness and ions of 1 g in 100 L (${c.source})`, () => {
      const id = idOf(c.inputs['salt']);
      const { water } = unwrap(recipeEffect({ volumeL: 100, source: {}, taken: [{ saltId: id, massG: 1 }] })).value;
      const got: Record<string, number | undefined> = {
        molar_mass: salts[id].molarGPerMol,
        dGH: water.ghDegrees,
        dKH: water.khDegrees,
        Ca: water.caMgPerL,
        SO4: water.so4MgPerL,
        Cl: water.clMgPerL,
        Na: water.naMgPerL,
        K: water.kMgPerL,
        HCO3: water.hco3MgPerL,
      };
      for (const [key, value] of Object.entries(c.expected as Record<string, number>)) {
        if (!(key in got)) continue;
        expect(Math.abs((got[key] ?? NaN) - value))
          .withContext(key)
          .toBeLessThanOrEqual(toleranceOf(c, value, key));
      }
    });
  for (const id of ['salt-per-degree-MgSO4.7H2O', 'salt-per-degree-CaCl2', 'salt-per-degree-KHCO3'])
    it(`${id}: grams in 100 L for one degree`, () => {
      const c = caseOf(id);
      const massG = Number(c.expected['g']);
      const { water } = unwrap(
        recipeEffect({ volumeL: 100, source: {}, taken: [{ saltId: idOf(c.inputs['salt']), massG }] }),
      ).value;
      expect(c.inputs['raise_'] === 'dGH' ? water.ghDegrees : water.khDegrees).toBeCloseTo(1, 2);
    });
  it('salt-purity: 10 g of 77 % calcium chloride in 100 L', () => {
    const c = caseOf('salt-purity');
    const { water } = unwrap(
      recipeEffect({ volumeL: 100, source: {}, taken: [{ saltId: 'cacl2', massG: 10, purityFraction: 0.77 }] }),
    ).value;
    expect(water.ghDegrees).toBeCloseTo(Number(c.expected['dGH']), 1);
    expect(water.caMgPerL).toBeCloseTo(Number(c.expected['Ca']), 1);
  });
  for (const id of ['recipe-r-gh', 'recipe-r-plant'])
    it(`${id}: the whole ion table, charges and conductivity`, () => {
      const c = caseOf(id);
      const told = unwrap(
        recipeEffect({ volumeL: inputOf(c, 'volume_L'), source: {}, taken: grams(c.inputs['grams']) }),
      ).value;
      const wanted = c.expected as Record<string, number> & { ions: Record<string, number> };
      expect(told.water.ghDegrees).toBeCloseTo(wanted['dGH'] ?? NaN, 2);
      expect(told.charges.cationsMeqPerL).toBeCloseTo(wanted['cations_meq'] ?? NaN, 3);
      expect(told.charges.anionsMeqPerL).toBeCloseTo(wanted['anions_meq'] ?? NaN, 3);
      expect(told.water.caMgPerL).toBeCloseTo(wanted.ions['Ca'] ?? NaN, 1);
      expect(told.water.so4MgPerL).toBeCloseTo(wanted.ions['SO4'] ?? NaN, 1);
      const ec = wanted['ec25'] ?? NaN;
      expect(Math.abs((told.water.ec25UsPerCm ?? 0) - ec)).toBeLessThan(toleranceOf(c, ec, 'ec25'));
    });
  it('keeps the charges even, whatever is weighed in', () => {
    expect(
      fc.check(
        fc.property(
          fc.uniqueArray(fc.constantFrom(...saltIds), { minLength: 1, maxLength: 8 }),
          fc.double({ min: 0.01, max: 40, noNaN: true }),
          (ids, massG) => {
            const told = recipeEffect({
              volumeL: 50,
              source: {},
              taken: ids.map((saltId, i) => ({ saltId, massG: massG * (i + 1) })),
            });
            return Math.abs(unwrap(told).value.charges.differenceFraction) < 1e-9;
          },
        ),
      ).failed,
    ).toBeFalse();
  });
  it('no recipe takes more of a salt than dissolves: gypsum alone ends at 2.4 g/L, and the target is said to be missed', () => {
    const told = unwrap(
      recipe({
        volumeL: 10,
        sources: [{ id: 'ro', name: 'pure', water: {} }],
        shelf: [{ saltId: 'caso4-2h2o', purityFraction: 0.5 }],
        targets: [{ quantity: 'ghDegrees', value: 200 }],
      }),
    ).value;
    expect(told.conflict).toEqual(['ghDegrees']);
    // Half of what is weighed is gypsum: 48 g of the product hold the 24 g that dissolve.
    expect(told.massG['caso4-2h2o']).toBeCloseTo(48, 3);
    const most = undissolved({ volumeL: 10, taken: [{ saltId: 'caso4-2h2o', massG: 60 }] });
    expect(most.map((m) => m.mostG)).toEqual([24]);
    expect(undissolved({ volumeL: 10, taken: [{ saltId: 'caco3', massG: 60 }] })).toEqual([]);
  });
  it('a conductivity below what hardness takes is no water: GH 12 with 90 µS/cm is refused', () => {
    const told = recipeEffect({ volumeL: 10, source: { ghDegrees: 12, ec25UsPerCm: 90 }, taken: [] });
    expect(told.ok ? '' : told.refusal.kind).toBe('contradiction');
    expect(recipeEffect({ volumeL: 10, source: { ghDegrees: 12, ec25UsPerCm: 450 }, taken: [] }).ok).toBeTrue();
  });
  it('keeps the mass: what is in the water is what was weighed, less crystal water and what carbonate takes up', () => {
    const told = unwrap(recipeEffect({ volumeL: 10, source: {}, taken: [{ saltId: 'kcl', massG: 1 }] })).value;
    expect(((told.water.kMgPerL ?? 0) + (told.water.clMgPerL ?? 0)) * 10).toBeCloseTo(1000, 6);
  });
  it('3 g in 20 L is 150 mg/L of powder (T06, common practice), and not 150 on a pen', () => {
    const told = unwrap(recipeEffect({ volumeL: 20, source: {}, taken: [{ saltId: 'mgso4-7h2o', massG: 3 }] })).value;
    expect((3 * 1000) / 20).toBe(150);
    expect(told.pen.every((p) => p.penValue < 120)).toBeTrue();
  });
  it('refuses nothing, less than nothing, a salt twice, and one that no shelf has', () => {
    const of = (taken: { saltId: string; massG: number }[]) => recipeEffect({ volumeL: 10, source: {}, taken });
    expect(of([{ saltId: 'kcl', massG: 0 }]).ok).toBeFalse();
    expect(of([{ saltId: 'kcl', massG: -1 }]).ok).toBeFalse();
    expect(
      of([
        { saltId: 'kcl', massG: 1 },
        { saltId: 'kcl', massG: 1 },
      ]).ok,
    ).toBeFalse();
    const unknown = of([{ saltId: 'unobtainium', massG: 1 }]);
    expect(!unknown.ok && unknown.refusal.kind).toBe('unknown-name');
  });
  it('writes its working down: each ion of each salt is a step', () => {
    const told = unwrap(recipeEffect({ volumeL: 10, source: {}, taken: [{ saltId: 'kcl', massG: 1 }] }, recorder()));
    expect(told.steps.map((s) => s.id)).toEqual(['kcl-k', 'kcl-cl', 'gh', 'kh']);
  });
});

describe('a source whose ions are only partly known', () => {
  it('is filled up so that the charges are even, and says what it supposed', () => {
    const { mmolPerL, assumptions } = unwrap(ionsOf({ ghDegrees: 11, khDegrees: 7, ec25UsPerCm: 430 }));
    expect(Math.abs(ionCharges(mmolPerL).differenceFraction)).toBeLessThan(1e-9);
    expect(assumptions.length).toBe(2);
  });
  it('keeps the conductivity that was measured', () => {
    const told = unwrap(
      recipeEffect({ volumeL: 10, source: { ghDegrees: 11, khDegrees: 7, ec25UsPerCm: 430 }, taken: [] }),
    );
    expect(told.value.water.ec25UsPerCm).toBeCloseTo(430, 6);
  });
  it('refuses ions that no water has', () => {
    const full = { caMgPerL: 400, mgMgPerL: 5, naMgPerL: 1, clMgPerL: 2, so4MgPerL: 3, hco3MgPerL: 4 };
    const told = ionsOf(full);
    expect(!told.ok && told.refusal.kind).toBe('contradiction');
    expect(ionsOf({ ghDegrees: 2, caMgPerL: 60, mgMgPerL: 10 }).ok).toBeFalse();
    expect(ionsOf({ naMgPerL: -1 }).ok).toBeFalse();
  });
});

describe('the recipe for a water', () => {
  const targets = (map: Record<string, number | [number, number, number?]>): RecipeTarget[] =>
    Object.entries(map).map(([quantity, v]) =>
      Array.isArray(v)
        ? { quantity: quantity as RecipeTarget['quantity'], value: v[0], toleranceValue: v[1], priorityRank: v[2] ?? 1 }
        : { quantity: quantity as RecipeTarget['quantity'], value: v },
    );
  it('inv-1: one answer only, to the hundredth of a gram', () => {
    const c = caseOf('inv-1');
    const told = unwrap(
      recipe({
        volumeL: 100,
        sources: [ro],
        shelf: shelfOf('caso4-2h2o', 'mgso4-7h2o', 'k2so4'),
        targets: targets({ ghDegrees: 6, khDegrees: 0, caMgRatio: 3, kMgPerL: 10 }),
      }),
    ).value;
    for (const [name, massG] of Object.entries(c.expected['grams'] as Record<string, number>))
      expect(Math.abs((told.massG[idOf(name)] ?? 0) - massG)).toBeLessThan(toleranceOf(c, massG));
    expect(told.conflict).toEqual([]);
  });
  it('inv-4: limits of sulphate and chloride are kept, and the least chloride is found', () => {
    const c = caseOf('inv-4');
    const told = unwrap(
      recipe({
        volumeL: 200,
        sources: [ro],
        shelf: shelfOf('caco3', 'caso4-2h2o', 'mgso4-7h2o', 'mgcl2-6h2o', 'khco3'),
        targets: [
          ...targets({ ghDegrees: 8, khDegrees: 5, caMgRatio: 3, kMgPerL: 5, clMgPerL: [0, 30, 2] }),
          { quantity: 'so4MgPerL', value: 45, toleranceValue: 0, bound: 'at-most' },
        ],
      }),
    ).value;
    for (const [name, massG] of Object.entries(c.expected['grams'] as Record<string, number>))
      expect(Math.abs((told.massG[idOf(name)] ?? 0) - massG))
        .withContext(name)
        .toBeLessThan(toleranceOf(c, massG));
  });
  it('inv-infeasible-2: names the three that fight, and the nearest', () => {
    const told = unwrap(
      recipe({
        volumeL: 100,
        sources: [ro],
        shelf: shelfOf('caso4-2h2o', 'cacl2-2h2o', 'mgso4-7h2o', 'kcl', 'k2so4'),
        targets: [
          ...targets({ ghDegrees: [4, 0], khDegrees: 0, kMgPerL: [20, 0] }),
          { quantity: 'clMgPerL', value: 5, toleranceValue: 0, bound: 'at-most' },
          { quantity: 'so4MgPerL', value: 30, toleranceValue: 0, bound: 'at-most', priorityRank: 2 },
        ],
      }),
    ).value;
    expect(told.conflict).toEqual(['ghDegrees', 'clMgPerL', 'so4MgPerL']);
    const lowest = Number(caseOf('inv-infeasible-2').expected['lowest_SO4_with_Cl_5']);
    expect(told.effect.water.so4MgPerL).toBeCloseTo(lowest, 0);
  });
  it('hardness without a hardness salt: the conflict is hardness, and each salt that would end it is named', () => {
    const told = unwrap(
      recipe({ volumeL: 100, sources: [ro], shelf: shelfOf('nahco3'), targets: targets({ ghDegrees: 6 }) }),
    ).value;
    expect(told.conflict).toEqual(['ghDegrees']);
    expect(told.wouldHelp).toContain(['caso4-2h2o']);
  });
  it('a ratio asked for alone is not met by nothing of either', () => {
    const told = unwrap(
      recipe({
        volumeL: 100,
        sources: [ro],
        shelf: shelfOf('cacl2-2h2o', 'mgso4-7h2o'),
        targets: targets({ caMgRatio: [2, 0] }),
      }),
    ).value;
    expect(told.effect.caMgRatio).toBeCloseTo(2, 3);
  });
  it('without magnesium the ratio is given up, not the hardness', () => {
    const told = unwrap(
      recipe({
        volumeL: 100,
        sources: [ro],
        shelf: shelfOf('caso4-2h2o'),
        targets: targets({ ghDegrees: 6, caMgRatio: 3 }),
      }),
    ).value;
    expect(told.targets.find((t) => t.quantity === 'ghDegrees')?.within).toBeTrue();
    expect(told.conflict).toEqual(['caMgRatio']);
  });
  it('a target below the source takes pure water: nothing is clipped in silence', () => {
    const tap = { id: 'tap', name: 'tap', water: { ghDegrees: 11, khDegrees: 7 } };
    const told = unwrap(
      recipe({ volumeL: 100, sources: [tap], shelf: shelfOf('kcl'), targets: targets({ ghDegrees: 4 }) }),
    ).value;
    expect(told.conflict).toEqual(['ghDegrees']);
    expect(told.wouldHelp).toEqual([['pure-water']]);
  });
  it('cut my tap: within the tolerances the least pure water, then the least salt', () => {
    const tap = { id: 'tap', name: 'tap', water: { ghDegrees: 11, khDegrees: 7, ec25UsPerCm: 430 } };
    const told = unwrap(
      recipe({
        volumeL: 100,
        sources: [tap, { ...ro, costPerLFactor: 1 }],
        shelf: [],
        targets: targets({ ghDegrees: [6, 1], khDegrees: [3.5, 1] }),
        second: 'sparing',
      }),
    ).value;
    // KH 4.5 of 7 is the most tap that is allowed: 64 L; GH is then 7.07, so GH decides: 7 of 11, 63.6 L.
    expect(told.litres.find((l) => l.sourceId === 'tap')?.partL).toBeCloseTo((100 * 7) / 11, 1);
    expect(Object.keys(told.massG)).toEqual([]);
  });
  it('conductivity bends, and is met all the same', () => {
    const told = unwrap(
      recipe({
        volumeL: 60,
        sources: [ro],
        shelf: shelfOf('caso4-2h2o', 'mgso4-7h2o', 'nahco3'),
        targets: targets({ ghDegrees: 6, ec25UsPerCm: [300, 5] }),
      }),
    ).value;
    expect(told.effect.water.ec25UsPerCm).toBeCloseTo(300, 0);
    expect(told.effect.water.ghDegrees).toBeCloseTo(6, 3);
  });
  it('never weighs less than nothing, and keeps every reachable target within its tolerance', () => {
    expect(
      fc.check(
        fc.property(
          fc.record({
            gh: fc.double({ min: 0.5, max: 15, noNaN: true }),
            ratio: fc.double({ min: 1, max: 6, noNaN: true }),
            kh: fc.double({ min: 0, max: 8, noNaN: true }),
            k: fc.double({ min: 0, max: 20, noNaN: true }),
          }),
          ({ gh, ratio, kh, k }) => {
            const told = unwrap(
              recipe({
                volumeL: 40,
                sources: [ro],
                shelf: shelfOf('caso4-2h2o', 'mgso4-7h2o', 'nahco3', 'k2so4'),
                targets: targets({ ghDegrees: gh, caMgRatio: ratio, khDegrees: kh, kMgPerL: k }),
              }),
            ).value;
            return told.targets.every((t) => t.within) && Object.values(told.massG).every((g) => g > 0);
          },
        ),
        { numRuns: 40 },
      ).failed,
    ).toBeFalse();
  });
  it('agrees with brute force over a grid: no other weighing of two salts comes nearer for less', () => {
    const told = unwrap(
      recipe({
        volumeL: 100,
        sources: [ro],
        shelf: shelfOf('cacl2-2h2o', 'mgso4-7h2o'),
        targets: targets({ ghDegrees: [6, 0.5], so4MgPerL: [40, 5] }),
        second: 'sparing',
      }),
    ).value;
    const total = Object.values(told.massG).reduce((sum, g) => sum + g, 0);
    let least = Infinity;
    for (let ca = 0.1; ca < 25; ca += 0.25)
      for (let mg = 0.1; mg < 25; mg += 0.25) {
        const { water } = unwrap(
          recipeEffect({
            volumeL: 100,
            source: {},
            taken: [
              { saltId: 'cacl2-2h2o', massG: ca },
              { saltId: 'mgso4-7h2o', massG: mg },
            ],
          }),
        ).value;
        const fits = Math.abs((water.ghDegrees ?? 0) - 6) <= 0.5 && Math.abs((water.so4MgPerL ?? 0) - 40) <= 5;
        if (fits) least = Math.min(least, ca + mg);
      }
    expect(total).toBeLessThanOrEqual(least + 1e-6);
    expect(total).toBeGreaterThan(least - 0.6);
  });
  it('refuses a salt named twice, forty salts, a target twice, no volume and no target', () => {
    const base: RecipeInput = { volumeL: 10, sources: [ro], shelf: shelfOf('kcl'), targets: targets({ kMgPerL: 5 }) };
    expect(recipe({ ...base, shelf: shelfOf('kcl', 'kcl') }).ok).toBeFalse();
    expect(recipe({ ...base, shelf: Array.from({ length: 40 }, (_, i) => ({ saltId: `salt-${i}` })) }).ok).toBeFalse();
    expect(recipe({ ...base, targets: [...base.targets, ...base.targets] }).ok).toBeFalse();
    expect(recipe({ ...base, volumeL: 0 }).ok).toBeFalse();
    expect(recipe({ ...base, targets: [] }).ok).toBeFalse();
  });
  it('a mineral by its label takes its part: 50 degrees a g/L, 6 degrees in 60 L is 7.2 g, and the pen agrees with its slope', () => {
    const mineral = { id: 'gh', name: 'GH mineral', ghPerGPerL: 50, khPerGPerL: 0, ecPerGPerL: 2500 };
    const told = unwrap(
      recipe({ volumeL: 60, sources: [ro], shelf: [], minerals: [mineral], targets: targets({ ghDegrees: 6 }) }),
    ).value;
    expect(told.mineralG['gh']).toBeCloseTo(7.2, 6);
    expect(told.effect.water.ec25UsPerCm).toBeCloseTo(300, -1);
  });
  it('says so when the salt on the shelf is not enough', () => {
    const told = unwrap(
      recipe({
        volumeL: 100,
        sources: [ro],
        shelf: [{ saltId: 'caso4-2h2o', haveG: 5 }],
        targets: targets({ ghDegrees: 6 }),
      }),
    ).value;
    expect(told.massG['caso4-2h2o']).toBeCloseTo(5, 6);
    expect(told.conflict).toEqual(['ghDegrees']);
  });
});

describe('weighing', () => {
  it('a 0.1 g scale cannot weigh 0.13 g: a stock solution is proposed, and its dose brings the 0.13 g', () => {
    const told = unwrap(weighed({ volumeL: 20, source: {}, massG: { khco3: 0.13 }, scaleG: 0.1 }));
    const [line] = told.lines;
    expect(line?.weighedG).toBeCloseTo(0.1, 9);
    expect(line?.stock).not.toBeNull();
    expect(((line?.stock?.doseMl ?? 0) / 1000) * (line?.stock?.gPerL ?? 0)).toBeCloseTo(0.13, 9);
  });
  it('11.887 g on a 0.1 g scale is 11.9 g: a tenth of a percent, and the water says so', () => {
    const told = unwrap(weighed({ volumeL: 100, source: {}, massG: { 'caso4-2h2o': 11.887 }, scaleG: 0.1 }));
    expect(told.lines[0]?.stock).toBeNull();
    expect(told.lines[0]?.errorFraction).toBeCloseTo(0.0011, 3);
    expect(told.effect?.water.ghDegrees).toBeCloseTo(11.9 / 3.07, 2);
  });
  it('makes no stock solution of what does not dissolve', () => {
    expect(stockFor({ saltId: 'caco3', massG: 0.2, scaleG: 0.1 })).toBeNull();
  });
});

describe('a linear programme', () => {
  it('finds the corner that a textbook names: 2x + 3y least with x + y ≥ 4 and x ≤ 3 is 9', () => {
    const told = cheapest({
      rows: [
        {
          coefficients: new Map([
            ['x', 1],
            ['y', 1],
          ]),
          lo: 4,
        },
        { coefficients: new Map([['x', 1]]), hi: 3 },
      ],
      costs: new Map([
        ['x', 2],
        ['y', 3],
      ]),
    });
    expect(told?.costValue).toBeCloseTo(9, 9);
  });
  it('says null where the rows cannot all be', () => {
    expect(cheapest({ rows: [{ coefficients: new Map([['x', 1]]), hi: -1 }], costs: new Map() })).toBeNull();
  });
});
