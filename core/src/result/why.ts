import type { NoFacts, ReasonOf } from './reason';

/** All reasons of refusals with what their sentences need: canonical units, in the parameter's unit where none is named. */
export interface Whys {
  'number-needed': NoFacts;
  'nothing-given': NoFacts;
  'ends-crossed': { lo: number; hi: number };
  'ends-open': NoFacts;
  backwards: { firstText: string; secondText: string };
  'one-of-two': NoFacts;
  'whole-days-once': NoFacts;
  'no-such-day': NoFacts;
  'after-today': NoFacts;
  'nothing-began-it': NoFacts;
  'to-itself': NoFacts;
  'nested-too-deep': NoFacts;
  'too-many-items': { mostCount: number };
  'too-many-fields': { mostCount: number };
  'not-json': NoFacts;
  'not-the-shape': { text: string };
  'pen-factor': NoFacts;
  'stands-twice': { name: string };
  'glass-thicker-than-tank': NoFacts;
  'two-sides': NoFacts;
  'bow-depth': NoFacts;
  'middle-less-deep': NoFacts;
  'bow-too-deep': NoFacts;
  'bed-takes-all': NoFacts;
  'water-under-floor': NoFacts;
  'bed-above-water': NoFacts;
  'size-or-fill': NoFacts;
  'box-too-small': NoFacts;
  'known-on-one-side': NoFacts;
  'say-how-much': NoFacts;
  'litres-against-share': { changeL: number; netVolumeL: number; changeFraction: number };
  'source-stands-at': { sourceValue: number };
  'no-change-below-source': { sourceValue: number };
  'source-near-never-beyond': { sourceValue: number };
  'source-no-further': { sourceValue: number };
  'too-many-changes': { mostCount: number };
  'all-would-not-hold': { everyDays: number; neededEveryDays: number };
  'too-little-carbonate': NoFacts;
  'ph-not-by-carbonate': { ph: number };
  'ph-too-high-for-carbonate': NoFacts;
  'gram-unknown': NoFacts;
  'diluting-water-stands-at': { pureValue: number };
  'mineral-only-raises': { nowValue: number };
  'between-cold-and-hot': { coldC: number; hotC: number };
  'hardness-against-conductivity': {
    ghDegrees: number;
    khDegrees: number;
    ec25UsPerCm: number;
    leastUsPerCm: number;
  };
  'ions-against-hardness': { ionGhDegrees: number; ghDegrees: number };
  'charges-apart': { cationsMeqPerL: number; anionsMeqPerL: number };
  'no-target': NoFacts;
  'shares-no-whole': NoFacts;
  'no-known-water': { name: string };
  'chart-steps-rise': NoFacts;
  'label-above-nothing': NoFacts;
  'label-silent': NoFacts;
  'nearest-is': { text: string };
}
/** Why something is refused. */
export type Why = ReasonOf<Whys>;

/**
 * A reason by its id, with its facts where it has any.
 * @example because('source-stands-at', { sourceValue: 110 })
 */
export const because = <Id extends keyof Whys>(id: Id, ...[facts]: Whys[Id] extends NoFacts ? [] : [Whys[Id]]): Why =>
  ({ id, facts: facts ?? {} }) as Why;
