import { type Note, silent, type Explained, type Recorder } from '#core/explain';
import type { AimedParameter, Water } from '#core/readings';
import { because, firstFault, ok, refuse, type Result } from '#core/result';
import { degreeMeqPerL, degreeMmolPerL } from '#core/units';
import { ionConductivity } from './ion-conductivity';
import { ionParameters, ionsOf, mgPerMmol, type IonReading } from './ion-table';
import { recipeWaterOf, withSalts, type RecipeWater } from './recipe-effect';
import { inOrder, type ProgrammeRow, type ProgrammeSolution } from './recipe-programme';
import { ions, ionsPerGram, noIons, saltIds, saltNamed, salts, type Ion, type IonTable, type SaltId } from './salts';

export type RecipeQuantity = AimedParameter | 'caMgRatio';
export const recipeWords: Record<RecipeQuantity, { label: string; unit: string; decimalsCount: number }> = {
  ghDegrees: { label: 'GH', unit: '°dH', decimalsCount: 2 },
  khDegrees: { label: 'KH', unit: '°dH', decimalsCount: 2 },
  caMgRatio: { label: 'Ca : Mg', unit: 'by mass', decimalsCount: 2 },
  caMgPerL: { label: 'Calcium', unit: 'mg/L', decimalsCount: 1 },
  mgMgPerL: { label: 'Magnesium', unit: 'mg/L', decimalsCount: 1 },
  kMgPerL: { label: 'Potassium', unit: 'mg/L', decimalsCount: 1 },
  naMgPerL: { label: 'Sodium', unit: 'mg/L', decimalsCount: 1 },
  clMgPerL: { label: 'Chloride', unit: 'mg/L', decimalsCount: 1 },
  so4MgPerL: { label: 'Sulphate', unit: 'mg/L', decimalsCount: 1 },
  hco3MgPerL: { label: 'Bicarbonate', unit: 'mg/L', decimalsCount: 1 },
  no3MgPerL: { label: 'Nitrate', unit: 'mg/L', decimalsCount: 1 },
  po4MgPerL: { label: 'Phosphate', unit: 'mg/L', decimalsCount: 2 },
  ec25UsPerCm: { label: 'Conductivity', unit: 'µS/cm', decimalsCount: 0 },
};
/** What a recipe may aim for, hardness first. */
export const recipeQuantities = Object.keys(recipeWords) as [RecipeQuantity, ...RecipeQuantity[]];

/** `value` and `tolerance` in the unit of the quantity. Priority 1 comes first. */
export interface RecipeTarget {
  quantity: RecipeQuantity;
  value: number;
  toleranceValue?: number | undefined;
  priorityRank?: number | undefined;
  /** As near to the value as can be, or only a limit. */
  bound?: 'about' | 'at-most' | 'at-least' | undefined;
}
export interface RecipeSource {
  id: string;
  name: string;
  water: Water;
  /** Between which shares of the whole it may be taken; 0 to 1 where nobody says. */
  loFraction?: number | undefined;
  hiFraction?: number | undefined;
  /** What a litre costs, in any one measure: money, waste, time at the unit. */
  costPerLFactor?: number | undefined;
}
export interface ShelfSalt {
  saltId: string;
  purityFraction?: number | undefined;
  /** What is left of it. */
  haveG?: number | undefined;
  costPerGFactor?: number | undefined;
}
/** A mineral known by its label or its own batches: what one gram in a litre raises. */
export interface ShelfMineral {
  id: string;
  name: string;
  ghPerGPerL: number;
  khPerGPerL: number;
  ecPerGPerL: number;
  haveG?: number | undefined;
  costPerGFactor?: number | undefined;
}
export interface RecipeInput {
  volumeL: number;
  sources: readonly RecipeSource[];
  shelf: readonly ShelfSalt[];
  minerals?: readonly ShelfMineral[] | undefined;
  targets: readonly RecipeTarget[];
  /**
   * After the targets: the least grams, or the least cost. `sparing` puts the dear sources first: any water within the
   * tolerances will do, if it takes less of them.
   */
  second?: RecipeSecond | undefined;
}

export type RecipeSecond = 'least-salt' | 'least-cost' | 'sparing';

export interface TargetMet {
  quantity: RecipeQuantity;
  value: number;
  toleranceValue: number;
  gotValue: number;
  within: boolean;
}
export interface Recipe {
  massG: Partial<Record<SaltId, number>>;
  /** Grams of each mineral, by its id. */
  mineralG: Record<string, number>;
  litres: { sourceId: string; name: string; partL: number }[];
  effect: RecipeWater;
  targets: TargetMet[];
  /** Empty where every target is met within its tolerance. */
  conflict: RecipeQuantity[];
  /** What, put on the shelf, would end the conflict; empty where one or two things would not. */
  wouldHelp: string[][];
  assumptions: Note[];
}

/** What a scale and a kit can still tell: where nobody says how near. In the unit of the quantity. Ours. */
export function usualTolerance({ quantity, value }: { quantity: RecipeQuantity; value: number }): number {
  if (quantity === 'ghDegrees' || quantity === 'khDegrees') return Math.max(0.1, 0.02 * value);
  if (quantity === 'caMgRatio') return Math.max(0.05, 0.03 * value);
  return Math.max(quantity === 'ec25UsPerCm' ? 5 : 0.5, 0.02 * value);
}

interface Part {
  name: string;
  /** mmol/L that one unit of the variable brings: a whole share of a source, or a gram of salt per litre of the batch. */
  ions: IonTable;
  ecExcessUsPerCm: number;
}
interface Prepared {
  volumeL: number;
  sources: (RecipeSource & { reading: IonReading })[];
  parts: Part[];
  salts: { id: SaltId; shelf: ShelfSalt }[];
  minerals: { mineral: ShelfMineral; part: Part }[];
  targets: (RecipeTarget & { toleranceValue: number; priorityRank: number; bound: 'about' | 'at-most' | 'at-least' })[];
}

const mostSources = 5;

function prepared({ volumeL, sources, shelf, minerals = [], targets }: RecipeInput): Result<Prepared> {
  const fault = firstFault([
    { field: 'volumeL', value: volumeL, range: { lo: 0.01, hi: 1e6, unit: 'L' } },
    ...targets.flatMap((t, i) => [
      {
        field: `targets.${i}.value`,
        value: t.value,
        range: { lo: 0, hi: 1e5, unit: recipeWords[t.quantity].unit },
      },
      { field: `targets.${i}.tolerance`, value: t.toleranceValue ?? 0, range: { lo: 0, hi: 1e5, unit: '' } },
      { field: `targets.${i}.priority`, value: t.priorityRank ?? 1, range: { lo: 1, hi: 99, unit: '' } },
    ]),
    ...shelf.map((s) => ({
      field: `purity.${s.saltId}`,
      value: s.purityFraction ?? 1,
      range: { lo: 0.01, hi: 1, unit: '' },
    })),
  ]);
  if (fault) return refuse(fault);
  if (targets.length === 0) return refuse({ kind: 'missing', field: 'targets', why: because('no-target') });
  const twice = shelf.find((s, i) => shelf.findIndex((other) => other.saltId === s.saltId) !== i);
  if (twice)
    return refuse({ kind: 'contradiction', fields: ['shelf'], why: because('stands-twice', { name: twice.saltId }) });
  const doubled = targets.find(
    (t, i) => targets.findIndex((other) => other.quantity === t.quantity && other.bound === t.bound) !== i,
  );
  if (doubled)
    return refuse({
      kind: 'contradiction',
      fields: ['targets'],
      why: because('stands-twice', { name: recipeWords[doubled.quantity].label }),
    });
  if (shelf.length > saltIds.length)
    return refuse({
      kind: 'out-of-range',
      field: 'shelf',
      value: shelf.length,
      lo: 0,
      hi: saltIds.length,
      unit: 'salts',
    });
  if (sources.length === 0 || sources.length > mostSources)
    return refuse({
      kind: 'out-of-range',
      field: 'sources',
      value: sources.length,
      lo: 1,
      hi: mostSources,
      unit: 'sources',
    });
  const chosen: Prepared['salts'] = [];
  for (const entry of shelf) {
    const salt = saltNamed(entry.saltId);
    if (!salt.ok) return salt;
    chosen.push({ id: salt.value.id, shelf: entry });
  }
  const read: Prepared['sources'] = [];
  for (const source of sources) {
    const reading = ionsOf(source.water);
    if (!reading.ok) return reading;
    read.push({ ...source, reading: reading.value });
  }
  const known: Prepared['minerals'] = [];
  for (const mineral of minerals) {
    const part = mineralPart(mineral);
    if (!part.ok) return part;
    known.push({ mineral, part: part.value });
  }
  return ok({
    volumeL,
    sources: read,
    salts: chosen,
    minerals: known,
    parts: [
      ...read.map((s): Part => ({
        name: `share:${s.id}`,
        ions: s.reading.mmolPerL,
        ecExcessUsPerCm: s.reading.ecExcessUsPerCm,
      })),
      ...chosen.map(saltPart),
      ...known.map((k) => k.part),
    ],
    targets: targets.map((t) => ({
      ...t,
      toleranceValue: t.toleranceValue ?? usualTolerance(t),
      priorityRank: t.priorityRank ?? 1,
      bound: t.bound ?? 'about',
    })),
  });
}

const saltPart = ({ id, shelf }: Prepared['salts'][number]): Part => ({
  name: `salt:${id}`,
  ions: ionsPerGram({ salt: salts[id], purityFraction: shelf.purityFraction ?? 1 }),
  ecExcessUsPerCm: 0,
});

/** So much of a mineral in a litre is usual, g: where its ions are read off. */
const usualMineralGPerL = 0.15;

/** A mineral as the ions its hardness, alkalinity and conductivity stand for; what they do not explain goes with it as conductivity. */
function mineralPart({ id, ghPerGPerL, khPerGPerL, ecPerGPerL }: ShelfMineral): Result<Part> {
  const reading = ionsOf({
    ghDegrees: ghPerGPerL * usualMineralGPerL,
    khDegrees: khPerGPerL * usualMineralGPerL,
    ...(ecPerGPerL > 0 ? { ec25UsPerCm: ecPerGPerL * usualMineralGPerL } : {}),
  });
  if (!reading.ok) return reading;
  const table = noIons();
  for (const ion of ions) table[ion] = reading.value.mmolPerL[ion] / usualMineralGPerL;
  return ok({ name: `mineral:${id}`, ions: table, ecExcessUsPerCm: reading.value.ecExcessUsPerCm / usualMineralGPerL });
}

/** A target as a linear form of the ions, in its own unit; conductivity is taken by its slope at the water so far. */
function formOf(quantity: RecipeQuantity, ratioValue: number): Partial<Record<Ion, number>> {
  switch (quantity) {
    case 'ghDegrees':
      return { ca: 1 / degreeMmolPerL, mg: 1 / degreeMmolPerL };
    case 'khDegrees':
      return { hco3: 1 / degreeMeqPerL };
    case 'caMgRatio':
      return { ca: mgPerMmol('ca'), mg: -ratioValue * mgPerMmol('mg') };
    case 'ec25UsPerCm':
      return {};
    default: {
      const ion = ions.find((i) => ionParameters[i] === quantity);
      return ion ? { [ion]: mgPerMmol(ion) } : {};
    }
  }
}
const along = (form: Partial<Record<Ion, number>>, table: IonTable): number =>
  ions.reduce((sum, ion) => sum + (form[ion] ?? 0) * table[ion], 0);

/** How conductivity answers to each ion near a water: a small step of each. */
function ecSlopes(at: IonTable): { ecUsPerCm: number; slope: IonTable } {
  const ecUsPerCm = ionConductivity(at).ec25UsPerCm;
  const slope = noIons();
  for (const ion of ions) {
    const stepMmolPerL = Math.max(0.01, 0.02 * at[ion]);
    slope[ion] = (ionConductivity({ ...at, [ion]: at[ion] + stepMmolPerL }).ec25UsPerCm - ecUsPerCm) / stepMmolPerL;
  }
  return { ecUsPerCm, slope };
}

/** Ends between which a target's linear form must lie, and how far from the value it is. */
function targetRows(
  { parts }: Prepared,
  target: Prepared['targets'][number],
  index: number,
  at: IonTable,
): ProgrammeRow[] {
  const { quantity, value, bound } = target;
  const coefficients = new Map<string, number>();
  let shift = 0;
  if (quantity === 'ec25UsPerCm') {
    const { ecUsPerCm, slope } = ecSlopes(at);
    shift = ecUsPerCm - along(slope, at);
    for (const part of parts) coefficients.set(part.name, along(slope, part.ions) + part.ecExcessUsPerCm);
  } else for (const part of parts) coefficients.set(part.name, along(formOf(quantity, value), part.ions));
  const miss = (sign: 1 | -1, side: string): void => void coefficients.set(`${side}${index}`, sign);
  // value − tolerance − far below ≤ form ≤ value + tolerance + far above; near: the distance within the tolerance.
  if (bound !== 'at-least') miss(-1, 'over');
  if (bound !== 'at-most') miss(1, 'under');
  const goal = quantity === 'caMgRatio' ? 0 : value - shift;
  const some = quantity === 'caMgRatio' ? [someMagnesium(parts, index)] : [];
  if (bound === 'at-most') return [{ coefficients, hi: goal + slack(target, at) }, ...some];
  if (bound === 'at-least') return [{ coefficients, lo: goal - slack(target, at) }, ...some];
  miss(-1, 'above');
  miss(1, 'below');
  return [
    { coefficients, lo: goal, hi: goal },
    { coefficients: new Map([[`above${index}`, 1]]), hi: slack(target, at) },
    { coefficients: new Map([[`below${index}`, 1]]), hi: slack(target, at) },
    ...some,
  ];
}
/** A ratio of nothing to nothing is none: who asks for one wants a little magnesium, at least. */
const leastMagnesiumMgPerL = 0.2;
const someMagnesium = (parts: readonly Part[], index: number): ProgrammeRow => ({
  coefficients: new Map([
    ...parts.map((part): [string, number] => [part.name, part.ions.mg * mgPerMmol('mg')]),
    [`lacking${index}`, 1],
  ]),
  lo: leastMagnesiumMgPerL,
});
/** The tolerance in the unit of the linear form: of a ratio, it is that of the calcium. */
const slack = (
  { quantity, toleranceValue }: { quantity: RecipeQuantity; toleranceValue: number },
  at: IonTable,
): number => (quantity === 'caMgRatio' ? toleranceValue * at.mg * mgPerMmol('mg') : toleranceValue);

function commonRows({ sources, salts: chosen, minerals, volumeL }: Prepared): ProgrammeRow[] {
  return [
    ...minerals.flatMap(({ mineral: { id, haveG } }) =>
      haveG === undefined ? [] : [{ coefficients: new Map([[`mineral:${id}`, 1]]), hi: haveG / volumeL }],
    ),
    { coefficients: new Map(sources.map((s) => [`share:${s.id}`, 1])), lo: 1, hi: 1 },
    ...sources.flatMap(({ id, loFraction = 0, hiFraction = 1 }) =>
      sources.length === 1 ? [] : [{ coefficients: new Map([[`share:${id}`, 1]]), lo: loFraction, hi: hiFraction }],
    ),
    // No more than there is, and no more than dissolves.
    ...chosen.flatMap(({ id, shelf: { haveG = Infinity, purityFraction = 1 } }) => {
      const { solubleGPerL, needsCo2 } = salts[id];
      const hi = Math.min(haveG / volumeL, needsCo2 ? Infinity : solubleGPerL / purityFraction);
      return Number.isFinite(hi) ? [{ coefficients: new Map([[`salt:${id}`, 1]]), hi }] : [];
    }),
  ];
}

/** A ratio comes after the amounts of its own rank: hardness is not given up for the sake of calcium to magnesium. */
const rankOf = ({ priorityRank, quantity }: Prepared['targets'][number]): number =>
  priorityRank + (quantity === 'caMgRatio' ? 0.5 : 0);
const ranksOf = (targets: Prepared['targets']): number[] => [...new Set(targets.map(rankOf))].sort((a, b) => a - b);
/** Distances are counted in tolerances, so that a degree and a microsiemens can be weighed against each other. */
const unitOf = (target: Prepared['targets'][number], at: IonTable): number =>
  1 / Math.max(slack(target, at), 1e-3 * Math.max(1, target.value), 1e-6);

function aimsOf(ready: Prepared, at: IonTable, second: RecipeSecond): ReadonlyMap<string, number>[] {
  const byRank = (sides: readonly string[]): ReadonlyMap<string, number>[] =>
    ranksOf(ready.targets).map(
      (rank) =>
        new Map(
          ready.targets.flatMap((t, i): [string, number][] =>
            rankOf(t) === rank ? sides.map((side) => [`${side}${i}`, unitOf(t, at)]) : [],
          ),
        ),
    );
  const [far, near, after] = [
    byRank(['over', 'under', 'lacking']),
    byRank(['above', 'below']),
    secondAims(ready, second),
  ];
  return second === 'sparing' ? [...far, ...after, ...near] : [...far, ...near, ...after];
}
function secondAims(
  { sources, salts: chosen, minerals }: Prepared,
  second: RecipeSecond,
): ReadonlyMap<string, number>[] {
  const grams = new Map([
    ...chosen.map(({ id }): [string, number] => [`salt:${id}`, 1]),
    ...minerals.map(({ mineral }): [string, number] => [`mineral:${mineral.id}`, 1]),
  ]);
  const dear = new Map(sources.map((s): [string, number] => [`share:${s.id}`, s.costPerLFactor ?? 0]));
  if (second !== 'least-cost') return sources.length > 1 ? [dear, grams] : [grams];
  return [
    new Map([
      ...dear,
      ...chosen.map(({ id, shelf }): [string, number] => [`salt:${id}`, shelf.costPerGFactor ?? 0]),
      ...minerals.map(({ mineral }): [string, number] => [`mineral:${mineral.id}`, mineral.costPerGFactor ?? 0]),
    ]),
    grams,
  ];
}

interface Mixed {
  solution: ProgrammeSolution;
  mmolPerL: IonTable;
  ecExcessUsPerCm: number;
}
function mixedFrom({ parts }: Prepared, solution: ProgrammeSolution): Mixed {
  const mmolPerL = noIons();
  let ecExcessUsPerCm = 0;
  for (const part of parts) {
    const amount = solution.values.get(part.name) ?? 0;
    for (const ion of ions) mmolPerL[ion] += amount * part.ions[ion];
    ecExcessUsPerCm += amount * part.ecExcessUsPerCm;
  }
  return { solution, mmolPerL, ecExcessUsPerCm };
}

/** Solved again until the slopes of conductivity and the width of a ratio are those of the answer. */
function solved(ready: Prepared, second: RecipeSecond): Mixed | null {
  let at = guess(ready);
  let best: Mixed | null = null;
  const bends = ready.targets.some((t) => t.quantity === 'ec25UsPerCm' || t.quantity === 'caMgRatio');
  for (let round = 0; round < (bends ? 6 : 1); round++) {
    const rows = [...commonRows(ready), ...ready.targets.flatMap((t, i) => targetRows(ready, t, i, at))];
    const solution = inOrder({ rows, aims: aimsOf(ready, at, second) });
    if (!solution) return best;
    const next = mixedFrom(ready, solution);
    const moved = Math.max(...ions.map((ion) => Math.abs(next.mmolPerL[ion] - at[ion])));
    best = next;
    at = next.mmolPerL;
    if (moved < 1e-4) break;
  }
  return best;
}
/** A first water: the sources in even parts, with the hardness and alkalinity that are asked for. */
function guess({ sources, targets }: Prepared): IonTable {
  const at = noIons();
  for (const s of sources) for (const ion of ions) at[ion] += s.reading.mmolPerL[ion] / sources.length;
  const asked = (quantity: RecipeQuantity): number | undefined => targets.find((t) => t.quantity === quantity)?.value;
  const gh = (asked('ghDegrees') ?? 0) * degreeMmolPerL;
  if (gh > 0) [at.ca, at.mg] = [gh * 0.65, gh * 0.35];
  at.mg = Math.max(at.mg, 0.05);
  at.hco3 = Math.max(at.hco3, (asked('khDegrees') ?? 0) * degreeMeqPerL);
  const cations = 2 * (at.ca + at.mg) + at.na + at.k;
  at.so4 = Math.max(at.so4, (cations - at.hco3 - at.cl) / 2, 0);
  return at;
}

function met(ready: Prepared, { mmolPerL, ecExcessUsPerCm }: Mixed): TargetMet[] {
  const { water, caMgRatio } = recipeWaterOf({ mmolPerL, ecExcessUsPerCm });
  return ready.targets.map(({ quantity, value, toleranceValue, bound }) => {
    const gotValue = quantity === 'caMgRatio' ? (caMgRatio ?? 0) : (water[quantity] ?? 0);
    const room = toleranceValue + 1e-3 * Math.max(0.1, value) * (quantity === 'ec25UsPerCm' ? 5 : 1);
    const low = bound !== 'at-most' && gotValue < value - room;
    const high = bound !== 'at-least' && gotValue > value + room;
    return { quantity, value, toleranceValue, gotValue, within: !low && !high };
  });
}
const reached = (ready: Prepared): boolean => {
  const found = solved(ready, 'least-salt');
  return found !== null && met(ready, found).every((t) => t.within);
};

/** The fewest targets that cannot be true together with this shelf: every set of one, two and three, then thinned out. */
function smallestConflict(ready: Prepared): RecipeQuantity[] {
  const { targets } = ready;
  const fights = (some: Prepared['targets']): boolean => !reached({ ...ready, targets: some });
  for (let size = 1; size <= Math.min(3, targets.length - 1); size++) {
    const found = subsets(targets, size).find(fights);
    if (found) return found.map((t) => t.quantity);
  }
  let left = [...targets];
  // Those that matter least are let go first.
  for (const target of [...targets].sort((a, b) => b.priorityRank - a.priorityRank)) {
    const without = left.filter((t) => t !== target);
    if (without.length > 0 && fights(without)) left = without;
  }
  return left.map((t) => t.quantity);
}
function subsets<T>(items: readonly T[], size: number): T[][] {
  if (size === 0) return [[]];
  return items.flatMap((item, i) => subsets(items.slice(i + 1), size - 1).map((rest) => [item, ...rest]));
}

/** One thing, or two, that would let every target be met: salts that are not on the shelf, pure water. */
function helpFor(ready: Prepared): string[][] {
  const missing = saltIds.filter((id) => !ready.salts.some((s) => s.id === id));
  const pure: Prepared['sources'][number] = {
    id: 'pure-water',
    name: 'pure water',
    water: {},
    reading: { mmolPerL: noIons(), assumptions: [], ecExcessUsPerCm: 0 },
  };
  const options = [...(ready.sources.length < mostSources ? ['pure-water'] : []), ...missing];
  const withThese = (names: readonly string[]): Prepared => {
    const sources = names.includes('pure-water')
      ? [...ready.sources.map((s) => ({ ...s, loFraction: 0, hiFraction: 1 })), pure]
      : ready.sources;
    const added = saltIds.filter((id) => names.includes(id)).map((id) => ({ id, shelf: { saltId: id } }));
    const all = [...ready.salts, ...added];
    return {
      ...ready,
      sources,
      salts: all,
      parts: [
        ...sources.map((s): Part => ({
          name: `share:${s.id}`,
          ions: s.reading.mmolPerL,
          ecExcessUsPerCm: s.reading.ecExcessUsPerCm,
        })),
        ...all.map(saltPart),
        ...ready.minerals.map((k) => k.part),
      ],
    };
  };
  for (const size of [1, 2]) {
    const found = subsets(options, size).filter((names) => reached(withThese(names)));
    if (found.length > 0) return found.slice(0, 6);
  }
  return [];
}

/**
 * Grams of each salt, and litres of each source, for a water: every target within its tolerance and then as near as can
 * be, in the order of priority; among equals the least of the dear sources and the least salt, or the least cost.
 *
 * A linear programme (YALPS); conductivity bends, so it is solved again at the slopes of the answer. Where targets fight,
 * the nearest water is given with the smallest set that fights and what on the shelf would end it.
 * Litres, grams, canonical units. Refuses what cannot be read: no volume, a salt twice, impossible source.
 * @example recipe({ volumeL: 100, sources: [ro], shelf: [{ saltId: 'caso4-2h2o' }], targets: [{ quantity: 'ghDegrees', value: 6 }] })
 */
export function recipe(input: RecipeInput, note: Recorder = silent): Result<Explained<Recipe>> {
  note.by('water.recipe', 1);
  const ready = prepared(input);
  if (!ready.ok) return ready;
  const found = solved(ready.value, input.second ?? 'least-salt');
  if (!found)
    return refuse({
      kind: 'unreachable',
      target: 'mixture',
      why: because('shares-no-whole'),
    });
  const targets = met(ready.value, found);
  const all = targets.every((t) => t.within);
  const massG: Recipe['massG'] = {};
  for (const { id } of ready.value.salts) {
    const grams = (found.solution.values.get(`salt:${id}`) ?? 0) * ready.value.volumeL;
    if (grams > 1e-4) massG[id] = grams;
  }
  const mineralG: Recipe['mineralG'] = {};
  for (const { mineral } of ready.value.minerals) {
    const grams = (found.solution.values.get(`mineral:${mineral.id}`) ?? 0) * ready.value.volumeL;
    if (grams > 1e-4) mineralG[mineral.id] = grams;
  }
  const litres = ready.value.sources.map(({ id, name }) => ({
    sourceId: id,
    name,
    partL: (found.solution.values.get(`share:${id}`) ?? 0) * ready.value.volumeL,
  }));
  const start = blended(ready.value, found);
  const effect = withSalts(
    {
      volumeL: ready.value.volumeL,
      start,
      taken: ready.value.salts.flatMap(({ id, shelf }) => {
        const grams = massG[id];
        return grams === undefined
          ? []
          : [
              {
                saltId: id,
                massG: grams,
                ...(shelf.purityFraction === undefined ? {} : { purityFraction: shelf.purityFraction }),
              },
            ];
      }),
    },
    note,
  );
  if (!effect.ok) return effect;
  const assumptions = ready.value.sources.flatMap((s) => s.reading.assumptions);
  assumptions.forEach((assumption) => {
    note.assumed(assumption);
  });
  return ok(
    note.explained({
      massG,
      mineralG,
      litres,
      effect: effect.value.value,
      targets,
      conflict: all ? [] : smallestConflict(ready.value),
      wouldHelp: all ? [] : helpFor(ready.value),
      assumptions,
    }),
  );
}

function blended(
  { sources, minerals }: Prepared,
  { solution }: Mixed,
): { mmolPerL: IonTable; ecExcessUsPerCm: number } {
  const mmolPerL = noIons();
  let ecExcessUsPerCm = 0;
  for (const s of sources) {
    const share = solution.values.get(`share:${s.id}`) ?? 0;
    for (const ion of ions) mmolPerL[ion] += share * s.reading.mmolPerL[ion];
    ecExcessUsPerCm += share * s.reading.ecExcessUsPerCm;
  }
  for (const { part } of minerals) {
    const gPerL = solution.values.get(part.name) ?? 0;
    for (const ion of ions) mmolPerL[ion] += gPerL * part.ions[ion];
    ecExcessUsPerCm += gPerL * part.ecExcessUsPerCm;
  }
  return { mmolPerL, ecExcessUsPerCm };
}
