import * as v from 'valibot';
import { practiceConsistency, type BandLine, type ConsistencyFinding, type Practice } from '#core/almanac';
import { parameterIds, type Parameter } from '#core/readings';
import { kindParameters, type Food, type StockKind } from '#core/stock';
import { quantityNamed } from '#core/units';
import { bearings, saltIds, type EmergencyThresholds, type StepLimit } from '#core/water';
import { chronicNh3AsNMgPerL, emergencyThresholds, safetyBands, stepLimits } from '#almanac/limits';
import { bookKinds, foods } from '#almanac/kinds';
import { parameters } from '#almanac/parameters';
import { practices } from '#almanac/practices';
import { sources, type Source } from '#almanac/sources';
import {
  changeSchools,
  routineAdvice,
  saltCares,
  type ChangeSchool,
  type RoutineAdvice,
  type SaltCare,
} from '#almanac/water';

/** The shipped knowledge, whole: handed to the core as arguments. */
export interface Almanac {
  version: number;
  parameters: readonly Parameter[];
  practices: readonly Practice[];
  limits: readonly StepLimit[];
  safety: readonly BandLine[];
  thresholds: EmergencyThresholds;
  chronicNh3AsNMgPerL: number;
  sources: readonly Source[];
  kinds: readonly StockKind[];
  foods: readonly Food[];
  schools: readonly ChangeSchool[];
  routineAdvice: readonly RoutineAdvice[];
  saltCares: readonly SaltCare[];
}

export interface Fault {
  where: string;
  what: string;
}

const end = v.nullable(v.pipe(v.number(), v.finite()));
const grade = v.picklist(['published', 'common-practice', 'single-observation', 'ours']);
const ids = v.pipe(v.array(v.string()), v.minLength(1, 'names no source'));
const parameterId = v.picklist(parameterIds);
const span = v.strictObject({ lo: v.pipe(v.number(), v.finite()), hi: v.pipe(v.number(), v.finite()) });
const openSpan = v.strictObject({ lo: end, hi: end });
const text = v.pipe(v.string(), v.minLength(1, 'is empty'));
const band = v.strictObject({
  parameter: parameterId,
  lo: end,
  hi: end,
  grade,
  sourceIds: ids,
  note: v.optional(text),
  surely: v.optional(openSpan),
});
const rank = v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1)));
const limitValue = v.strictObject({ value: v.pipe(v.number(), v.gtValue(0, 'is not above 0')), grade });

const shapes = {
  parameters: v.strictObject({
    id: parameterId,
    names: v.array(text),
    label: text,
    short: text,
    quantity: text,
    unit: v.string(),
    decimalsCount: v.pipe(v.number(), v.integer()),
    possible: span,
    plausible: span,
    usualJump: v.strictObject({ value: v.number(), ofLastFraction: v.number() }),
    mixes: v.picklist(['by-volume', 'nearly-by-volume', 'as-heat', 'by-chemistry']),
    readBy: v.variant('kind', [
      v.strictObject({
        kind: v.literal('chart'),
        steps: v.pipe(v.array(v.number()), v.minLength(2, 'has fewer than two steps')),
      }),
      v.strictObject({ kind: v.literal('resolution'), resolution: v.pipe(v.number(), v.gtValue(0, 'is not above 0')) }),
    ]),
    reportedAs: v.nullable(v.picklist(['N', 'P'])),
    ion: v.nullable(text),
    tested: v.picklist(['each-round', 'often', 'seldom', 'when-off']),
    untestedIsNews: v.boolean(),
    tellsFactor: v.pipe(v.number(), v.minValue(1)),
    overTime: v.picklist(['from-food', 'used-up', 'stays', 'balances']),
    routineRank: rank,
    learntFromChanges: v.boolean(),
    aimedFor: v.boolean(),
    animalsRank: rank,
    dripRank: rank,
    evidence: v.nullable(v.strictObject({ doubtfulStepValue: v.pipe(v.number(), v.minValue(0)) })),
    habit: v.record(v.string(), v.number()),
    finerTest: text,
  }),
  practices: v.strictObject({
    id: text,
    version: v.pipe(v.number(), v.integer()),
    livestock: text,
    name: text,
    reason: text,
    bands: v.pipe(v.array(band), v.minLength(1, 'has no band')),
    tannins: v.optional(v.boolean()),
    bearing: v.optional(v.picklist(bearings)),
    moults: v.optional(v.boolean()),
    clashes: v.optional(v.array(v.strictObject({ practiceId: text, why: text }))),
  }),
  limits: v.strictObject({
    id: text,
    parameter: parameterId,
    per: v.picklist(['change', 'day']),
    measure: v.picklist(['value', 'fraction']),
    byBearing: v.strictObject({ delicate: limitValue, usual: limitValue, robust: limitValue }),
    note: text,
    sourceIds: ids,
  }),
  safety: band,
  schools: v.strictObject({
    id: text,
    name: text,
    changeFraction: span,
    everyDays: span,
    how: v.picklist(['poured', 'dripped']),
    alternates: v.boolean(),
    suits: text,
    caution: text,
    grade,
    sourceIds: ids,
  }),
  routineAdvice: v.strictObject({
    id: text,
    purpose: text,
    ageWeeks: openSpan,
    schoolIds: ids,
    why: text,
    grade,
  }),
  saltCares: v.strictObject({ saltId: v.picklist(saltIds), caution: text, storage: text }),
  sources: v.strictObject({
    id: text,
    kind: v.picklist(['published', 'common-practice', 'ours']),
    title: text,
    detail: text,
  }),
};

/** What is wrong with an almanac, all of it at once: shape, unknown keys, references, crossed ends, doubled ids. */
export function almanacFaults(almanac: Almanac): Fault[] {
  return [
    ...shapeFaults(almanac),
    ...idFaults(almanac),
    ...referenceFaults(almanac),
    ...orderFaults(almanac),
    ...almanac.kinds.flatMap((kind) => kindFaults(kind, new Set(almanac.sources.map((s) => s.id)))),
  ];
}

function shapeFaults(almanac: Almanac): Fault[] {
  return (Object.keys(shapes) as (keyof typeof shapes)[]).flatMap((part) =>
    almanac[part].flatMap((item, index) => {
      const checked = v.safeParse(shapes[part], item);
      return checked.success
        ? []
        : checked.issues.map((issue) => ({
            where: `${part} ${'id' in item ? item.id : index} ${v.getDotPath(issue) ?? ''}`.trim(),
            what: issue.message,
          }));
    }),
  );
}

const kindKeys = [
  'id',
  'group',
  'scientificName',
  'commonName',
  'strains',
  'adultCm',
  'ranges',
  'bearing',
  'salt',
  'copper',
  'scaleless',
  'medicineNote',
  'note',
  'animal',
  'plant',
];
/** Pairs of a kind that must be in order, least first. */
const spansOf = ({ animal, plant }: StockKind): [string, number, number][] => [
  ...(animal
    ? ([
        ['lifespanYears', animal.lifespanYears.lo, animal.lifespanYears.hi],
        ['groupCount', animal.groupCount.lo, animal.groupCount.hi ?? Infinity],
        ...(animal.brood
          ? ([
              ['brood days', animal.brood.days.lo, animal.brood.days.hi],
              ['young', animal.brood.youngCount.lo, animal.brood.youngCount.hi],
            ] as const)
          : []),
      ] as [string, number, number][])
    : []),
  ...(plant ? ([['trimDays', plant.trimDays.lo, plant.trimDays.hi]] as [string, number, number][]) : []),
];

/** What is wrong with one kind: keys nobody knows, ranges without order or source, an animal without habits. */
export function kindFaults(kind: StockKind, knownSourceIds: ReadonlySet<string>): Fault[] {
  const where = `kinds ${kind.id}`;
  const fault = (what: string): Fault => ({ where, what });
  const ranges = Object.entries(kind.ranges);
  return [
    ...Object.keys(kind)
      .filter((key) => !kindKeys.includes(key))
      .map((key) => fault(`has the unknown key “${key}”`)),
    ...ranges.flatMap(([parameter, { lo, hi, sourceIds }]) => [
      ...((kindParameters as readonly string[]).includes(parameter)
        ? []
        : [fault(`has no business with ${parameter}`)]),
      ...(lo !== null && hi !== null && lo >= hi ? [fault(`${parameter}: ${lo} is not below ${hi}`)] : []),
      ...(lo === null && hi === null ? [fault(`${parameter} has neither end`)] : []),
      ...(sourceIds.length === 0 ? [fault(`${parameter} names no source`)] : []),
      ...sourceIds
        .filter((id) => !knownSourceIds.has(id))
        .map((id) => fault(`names the source “${id}”, which does not exist`)),
    ]),
    ...(['ghDegrees', 'tempC', 'ph'] as const)
      .filter((p) => !kind.ranges[p])
      .map((p) => fault(`has no range for ${p}`)),
    ...spansOf(kind)
      .filter(([, lo, hi]) => lo > hi)
      .map(([name]) => fault(`${name} is upside down`)),
    ...((kind.group === 'plant') === (kind.plant === null) || (kind.group === 'plant') === (kind.animal !== null)
      ? [fault('is neither an animal with habits nor a plant with needs')]
      : []),
    ...(kind.adultCm > 0 ? [] : [fault('has no adult size')]),
  ];
}

function idFaults(almanac: Almanac): Fault[] {
  return (
    ['parameters', 'practices', 'limits', 'sources', 'kinds', 'foods', 'schools', 'routineAdvice'] as const
  ).flatMap((part) => {
    const all = almanac[part].map((item) => item.id);
    return all.filter((id, i) => all.indexOf(id) !== i).map((id) => ({ where: `${part} ${id}`, what: 'stands twice' }));
  });
}

function bandLines(almanac: Almanac): { where: string; line: BandLine }[] {
  return [
    ...almanac.practices.flatMap((p) => p.bands.map((b) => ({ where: `practices ${p.id} ${b.parameter}`, line: b }))),
    ...almanac.safety.map((b) => ({ where: `safety ${b.parameter}`, line: b })),
  ];
}

function referenceFaults(almanac: Almanac): Fault[] {
  const known = new Set(almanac.sources.map((s) => s.id));
  const named = [
    ...bandLines(almanac).map(({ where, line }) => ({ where, sourceIds: line.sourceIds })),
    ...almanac.limits.map((l) => ({ where: `limits ${l.id}`, sourceIds: l.sourceIds })),
    ...almanac.schools.map((s) => ({ where: `schools ${s.id}`, sourceIds: s.sourceIds })),
  ];
  const missing = named.flatMap(({ where, sourceIds }) =>
    sourceIds
      .filter((id) => !known.has(id))
      .map((id) => ({ where, what: `names the source “${id}”, which does not exist` })),
  );
  const practiceIds = new Set(almanac.practices.map((p) => p.id));
  const clashes = almanac.practices.flatMap((p) =>
    (p.clashes ?? [])
      .filter((c) => !practiceIds.has(c.practiceId))
      .map((c) => ({ where: `practices ${p.id}`, what: `clashes with “${c.practiceId}”, which does not exist` })),
  );
  const quantitiesMissing = almanac.parameters
    .filter((p) => !quantityNamed(p.quantity).ok)
    .map((p) => ({ where: `parameters ${p.id}`, what: `names the quantity “${p.quantity}”, which does not exist` }));
  const schoolsMissing = almanac.routineAdvice.flatMap(({ id, schoolIds }) =>
    schoolIds
      .filter((schoolId) => !almanac.schools.some((s) => s.id === schoolId))
      .map((schoolId) => ({
        where: `routineAdvice ${id}`,
        what: `names the school “${schoolId}”, which does not exist`,
      })),
  );
  const saltsWithoutCare = saltIds
    .filter((saltId) => !almanac.saltCares.some((c) => c.saltId === saltId))
    .map((saltId) => ({ where: `saltCares ${saltId}`, what: 'has no caution' }));
  return [...missing, ...clashes, ...quantitiesMissing, ...schoolsMissing, ...saltsWithoutCare];
}

function orderFaults(almanac: Almanac): Fault[] {
  const crossed = bandLines(almanac)
    .filter(({ line }) => line.lo !== null && line.hi !== null && line.lo >= line.hi)
    .map(({ where, line }) => ({ where, what: `low end ${String(line.lo)} is not below high end ${String(line.hi)}` }));
  const empty = bandLines(almanac)
    .filter(({ line }) => line.lo === null && line.hi === null)
    .map(({ where }) => ({ where, what: 'has neither end' }));
  const doubled = almanac.practices.flatMap((p) =>
    p.bands
      .filter((b, i) => p.bands.findIndex((x) => x.parameter === b.parameter) !== i)
      .map((b) => ({ where: `practices ${p.id} ${b.parameter}`, what: 'has two bands' })),
  );
  const ranges = almanac.parameters
    .filter((p) => p.possible.lo > p.plausible.lo || p.possible.hi < p.plausible.hi || p.plausible.lo >= p.plausible.hi)
    .map((p) => ({ where: `parameters ${p.id}`, what: 'its plausible range is not inside its possible one' }));
  const steps = almanac.parameters
    .filter((p) => p.readBy.kind === 'chart' && p.readBy.steps.some((s, i, all) => i > 0 && s <= (all[i - 1] ?? 0)))
    .map((p) => ({ where: `parameters ${p.id}`, what: 'its chart steps do not rise' }));
  const ranks = (['routineRank', 'animalsRank', 'dripRank'] as const).flatMap((rank) => {
    const taken = almanac.parameters.flatMap((p) => p[rank] ?? []);
    return almanac.parameters
      .filter((p) => p[rank] !== null && taken.filter((r) => r === p[rank]).length > 1)
      .map((p) => ({ where: `parameters ${p.id} ${rank}`, what: 'is taken by another one' }));
  });
  const classes = almanac.limits
    .filter(
      (l) => l.byBearing.delicate.value > l.byBearing.usual.value || l.byBearing.usual.value > l.byBearing.robust.value,
    )
    .map((l) => ({ where: `limits ${l.id}`, what: 'the delicate bear more than the robust' }));
  return [...crossed, ...empty, ...doubled, ...ranges, ...steps, ...ranks, ...classes];
}

/** The almanac as shipped. Version rises with every change of its content. */
export const shippedAlmanac: Almanac = {
  version: 3,
  parameters,
  practices,
  limits: stepLimits,
  safety: safetyBands,
  thresholds: emergencyThresholds,
  chronicNh3AsNMgPerL,
  sources,
  kinds: bookKinds,
  foods,
  schools: changeSchools,
  routineAdvice,
  saltCares,
};

/** Checks an almanac at load and names all its faults at once; with any, it must not be used. */
export function loadAlmanac(almanac: Almanac = shippedAlmanac): {
  almanac: Almanac;
  faults: Fault[];
  findings: ConsistencyFinding[];
} {
  const faults = almanacFaults(almanac);
  return { almanac, faults, findings: faults.length > 0 ? [] : almanac.practices.flatMap(practiceConsistency) };
}
