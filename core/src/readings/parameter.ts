import { refuse, ok, type Result } from '#core/result';

/** Parameter ids carry their canonical unit, so that a record keyed by them needs no other suffix. */
export const parameterIds = [
  'tempC',
  'ph',
  'ghDegrees',
  'khDegrees',
  'ec25UsPerCm',
  'tanMgPerL',
  'no2MgPerL',
  'no3MgPerL',
  'po4MgPerL',
  'caMgPerL',
  'mgMgPerL',
  'naMgPerL',
  'kMgPerL',
  'clMgPerL',
  'so4MgPerL',
  'hco3MgPerL',
  'o2MgPerL',
  'cl2MgPerL',
  'copperMgPerL',
  'co2MgPerL',
] as const;
export type ParameterId = (typeof parameterIds)[number];

/** Known values of one water, each in the unit of its key. */
export type Water = Partial<Record<ParameterId, number>>;

/** How a reading is taken: a colour chart with its steps, or something with a resolution (a meter, a drop count). */
export type ReadBy = { kind: 'chart'; steps: readonly number[] } | { kind: 'resolution'; resolution: number };

/** Knowledge about one parameter, from the almanac. All numbers are in the parameter's canonical unit. */
export interface Parameter {
  id: ParameterId;
  /** Lower-case spellings understood in the ledger line and the API, beside the id. */
  names: readonly string[];
  label: string;
  short: string;
  /** The quantity in `#core/units` whose units are accepted. */
  quantity: string;
  unit: string;
  decimalsCount: number;
  /** What water can be at all: outside is refused. */
  possible: { lo: number; hi: number };
  /** What a fresh-water tank is likely to be: outside is asked about. */
  plausible: { lo: number; hi: number };
  /** The largest change since the last reading that passes without a question: value + fraction of the last. */
  usualJump: { value: number; ofLastFraction: number };
  /** How it mixes: by volume, as heat by volume, or not at all. */
  mixes: 'by-volume' | 'nearly-by-volume' | 'as-heat' | 'by-chemistry';
  readBy: ReadBy;
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
