import { parameterTable, type ParameterTraits } from './parameter-table';
import { refuse, ok, type Result } from '#core/result';

/** Parameter ids carry their canonical unit, so that a record keyed by them needs no other suffix. */
export type ParameterId = keyof typeof parameterTable;
export const parameterIds = Object.keys(parameterTable) as [ParameterId, ...ParameterId[]];

/** Known values of one water, each in the unit of its key. */
export type Water = Partial<Record<ParameterId, number>>;

/** What was decided about a parameter. */
export const traitsOf = (id: ParameterId): ParameterTraits => parameterTable[id];
/**
 * The parameters of which something holds, in the order of the table.
 * @example parametersWhere((p) => p.tested === 'each-round').length // 6
 */
export const parametersWhere = (holds: (traits: ParameterTraits) => boolean): ParameterId[] =>
  parameterIds.filter((id) => holds(parameterTable[id]));
type Ranked = 'routineRank' | 'animalsRank' | 'dripRank';
/** The parameters that a recipe may aim for, as a type. */
export type AimedParameter = {
  [Id in ParameterId]: (typeof parameterTable)[Id]['aimedFor'] extends true ? Id : never;
}[ParameterId];
/** The parameters that have a rank, as a type. */
export type RankedBy<R extends Ranked> = {
  [Id in ParameterId]: (typeof parameterTable)[Id][R] extends number ? Id : never;
}[ParameterId];
/**
 * The parameters that have a rank, the first to decide first.
 * @example rankedBy('animalsRank')[0] // 'ghDegrees'
 */
export const rankedBy = <R extends Ranked>(rank: R): [RankedBy<R>, ...RankedBy<R>[]] =>
  parametersWhere((p) => p[rank] !== null).sort((a, b) => (traitsOf(a)[rank] ?? 0) - (traitsOf(b)[rank] ?? 0)) as [
    RankedBy<R>,
    ...RankedBy<R>[],
  ];

/** One parameter with the words for it, from the almanac. All numbers are in the parameter's canonical unit. */
export interface Parameter extends ParameterTraits {
  id: ParameterId;
  /** Lower-case spellings understood in the ledger line and the API, beside the id. */
  names: readonly string[];
  label: string;
  short: string;
  /** What finer test would tell more, in plain words. */
  finerTest: string;
}

const plain = (text: string): string =>
  text
    .trim()
    .toLowerCase()
    .replace(/[\s_-]/g, '');

/** Finds a parameter by id, short name or any usual spelling. */
export function parameterNamed({
  catalogue,
  name,
}: {
  catalogue: readonly Parameter[];
  name: string;
}): Result<Parameter> {
  const wanted = plain(name);
  const found = catalogue.find(
    (p) => plain(p.id) === wanted || plain(p.short) === wanted || p.names.some((n) => plain(n) === wanted),
  );
  return found
    ? ok(found)
    : refuse({ kind: 'unknown-name', field: 'parameter', text: name, known: catalogue.map((p) => p.id) });
}
