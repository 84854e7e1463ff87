import { dayMs } from '#core/units';
import { shareAtLeast } from './signs';
import { middle, type Interval } from '#core/readings';
import type { NoFacts, ReasonOf } from '#core/result';

/** What a poke into one small spot gave. */
export const pokeGases = ['none', 'no-smell', 'smell'] as const;
export type PokeGas = (typeof pokeGases)[number];
export interface Poke {
  place: string;
  gas: PokeGas;
  atEpochMs: number;
}
export interface BedCase {
  pokes: readonly Poke[];
  nowEpochMs: number;
  grainMm: { lo: number; hi: number } | null;
  depthCm: number | null;
  /** An active bed that still holds the pH down, one that no longer does, or a bed that never did. */
  active: 'holds' | 'spent' | 'no' | 'unknown';
  young: boolean;
  ph: Interval | null;
  tempC: Interval | null;
  /** Listless animals, no broods, young that do not grow, the odd death. */
  slowSigns: boolean;
  /** Dug, moved or deep cleaned within the last hours, with animals gasping: it is out already. */
  gasping: boolean;
}
export type BedReason = ReasonOf<{
  'no-poke': NoFacts;
  'no-gas': { pokeCount: number };
  'gas-no-smell': { places: readonly string[] };
  smell: { places: readonly string[] };
  'old-pokes': { ageDays: number };
  'fine-grain': { grainMm: number };
  'coarse-grain': { grainMm: number };
  deep: { depthCm: number };
  'acid-water': { shareFraction: number };
  young: NoFacts;
  'still-holds': NoFacts;
  spent: NoFacts;
  'slow-signs': NoFacts;
  gasping: NoFacts;
}>;
export interface BedDecision {
  do: 'air-now' | 'poke' | 'leave' | 'wait' | 'sections' | 'replace';
  reasons: readonly BedReason[];
  /** How much of any sulphide would be in the form that kills, at this pH; null without a pH. */
  h2sFraction: number | null;
  sectionCount: number;
  everyDays: number;
  pokeAgainDays: number;
}

/** A poke older than this tells of another bed. */
const pokeDays = 30;

/**
 * The share of dissolved sulphide that is un-ionised, the form that kills, in fresh water.
 *
 * First dissociation: pK1 = -98.080 + 5765.4 / T + 15.04555 ln T (Millero 1986, fresh water; constants from memory).
 * @example sulphideFraction({ ph: 7, tempC: 25 }) // 0.49
 */
export function sulphideFraction({ ph, tempC }: { ph: number; tempC: number }): number {
  const kelvinK = tempC + 273.15;
  const pk = -98.08 + 5765.4 / kelvinK + 15.04555 * Math.log(kelvinK);
  return 1 / (1 + 10 ** (ph - pk));
}

/**
 * Gas in the bed: leave it, wait, clean it by sections, or replace it; with what speaks for it.
 *
 * Gas without a smell weakens the case and never rules it out. With young about nothing is dug. An active bed that no
 * longer holds the pH down is replaced rather than cleaned. Common practice; the number of sections and the days between
 * them are ours (a quarter a week).
 * @example bedDecision({ pokes: [{ place: 'C2', gas: 'smell', atEpochMs }], active: 'spent', … }).do // 'replace'
 */
export function bedDecision(of: BedCase): BedDecision {
  const newest = new Map<string, Poke>();
  for (const poke of [...of.pokes].sort((a, b) => a.atEpochMs - b.atEpochMs))
    if (poke.atEpochMs <= of.nowEpochMs) newest.set(poke.place, poke);
  const told = [...newest.values()];
  const fresh = told.filter((p) => of.nowEpochMs - p.atEpochMs <= pokeDays * dayMs);
  const placesOf = (gas: PokeGas): string[] => fresh.filter((p) => p.gas === gas).map((p) => p.place);
  const [smelling, gassing] = [placesOf('smell'), placesOf('no-smell')];
  const middleOf = ({ lo, hi }: { lo: number; hi: number }): number => (lo + hi) / 2;
  const phMiddle = of.ph ? middle(of.ph) : null;
  const warmth = of.tempC ? middle(of.tempC) : 25;
  const h2sFraction = phMiddle === null ? null : sulphideFraction({ ph: phMiddle, tempC: warmth });
  const latestMs = Math.max(...told.map((p) => p.atEpochMs));
  const reasons: BedReason[] = [
    ...(of.gasping ? [{ id: 'gasping', facts: {} } as const] : []),
    ...(told.length === 0 ? [{ id: 'no-poke', facts: {} } as const] : []),
    ...(told.length > 0 && fresh.length === 0
      ? [{ id: 'old-pokes', facts: { ageDays: Math.floor((of.nowEpochMs - latestMs) / dayMs) } } as const]
      : []),
    ...(smelling.length > 0 ? [{ id: 'smell', facts: { places: smelling } } as const] : []),
    ...(gassing.length > 0 ? [{ id: 'gas-no-smell', facts: { places: gassing } } as const] : []),
    ...(fresh.length > 0 && smelling.length + gassing.length === 0
      ? [{ id: 'no-gas', facts: { pokeCount: fresh.length } } as const]
      : []),
    ...(of.slowSigns ? [{ id: 'slow-signs', facts: {} } as const] : []),
    ...(of.grainMm && middleOf(of.grainMm) < 2
      ? [{ id: 'fine-grain', facts: { grainMm: middleOf(of.grainMm) } } as const]
      : []),
    ...(of.grainMm && middleOf(of.grainMm) >= 3
      ? [{ id: 'coarse-grain', facts: { grainMm: middleOf(of.grainMm) } } as const]
      : []),
    ...(of.depthCm !== null && of.depthCm > 6 ? [{ id: 'deep', facts: { depthCm: of.depthCm } } as const] : []),
    ...(h2sFraction !== null && of.ph && shareAtLeast(of.ph, 7) < 0.5
      ? [{ id: 'acid-water', facts: { shareFraction: h2sFraction } } as const]
      : []),
    ...(of.young ? [{ id: 'young', facts: {} } as const] : []),
    ...(of.active === 'holds' ? [{ id: 'still-holds', facts: {} } as const] : []),
    ...(of.active === 'spent' ? [{ id: 'spent', facts: {} } as const] : []),
  ];
  const bad = smelling.length > 0 || (gassing.length > 0 && of.slowSigns);
  const acid = h2sFraction !== null && h2sFraction > 0.5;
  const what = ((): BedDecision['do'] => {
    if (of.gasping) return 'air-now';
    if (fresh.length === 0) return 'poke';
    if (!bad) return 'leave';
    if (of.young) return 'wait';
    return of.active === 'spent' ? 'replace' : 'sections';
  })();
  return {
    do: what,
    reasons,
    h2sFraction,
    // Fewer grains are moved at a time where more of what comes out would kill.
    sectionCount: acid ? 6 : 4,
    everyDays: 7,
    pokeAgainDays: what === 'leave' ? (gassing.length > 0 ? 14 : pokeDays) : 7,
  };
}
