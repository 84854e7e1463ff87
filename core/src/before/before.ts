import { dayMs } from '#core/units';
import betaQuantile from '@stdlib/stats-base-dists-beta-quantile';

/** What is asked about: things done to the tank, and what was seen after them. */
export const beforeOutcomes = ['died', 'bad-moult', 'no-young', 'hiding'] as const;
export type BeforeOutcome = (typeof beforeOutcomes)[number];
export const beforeThings = ['big-change', 'change', 'food', 'animals-in', 'dose', 'bed', 'sponge'] as const;
export type BeforeThing = (typeof beforeThings)[number];

export interface BeforeInput {
  fromEpochMs: number;
  toEpochMs: number;
  outcomes: readonly { id: BeforeOutcome; atEpochMs: number }[];
  things: readonly { id: BeforeThing; atEpochMs: number }[];
}
/** The rate after one thing against the tank's own other days. */
export interface SeenBefore {
  outcome: BeforeOutcome;
  thing: BeforeThing;
  afterDays: number;
  otherDays: number;
  afterCount: number;
  otherCount: number;
  /** Null where it never happened on the other days: any number of times more. */
  rateRatio: number | null;
  /** Exact, at 95 % divided by the number of questions; an open top is null. */
  lo: number;
  hi: number | null;
  questionCount: number;
  /** The whole interval lies above one. */
  more: boolean;
}

/** How long after a thing it is looked at: our choice, from the lags of the almanac (hours for poison, days for food). */
export const afterWindowDays: Readonly<Record<BeforeThing, number>> = {
  'big-change': 3,
  change: 3,
  food: 7,
  'animals-in': 14,
  dose: 3,
  bed: 7,
  sponge: 7,
};
/** Below this many days with the outcome nothing is said. */
const leastEvents = 5;
const alphaShare = 0.05;

/**
 * In this tank's own book: how often something was seen in the days after a thing, against its other days.
 *
 * A self-controlled comparison: given all days with the outcome, those in the windows are binomial; Clopper and Pearson's
 * exact interval of that share becomes the interval of the ratio of rates. Several on one day count once, since deaths
 * come together. The level is divided by the number of questions asked (Bonferroni). Silent below five days with the
 * outcome. It says what was seen here before, never a cause. Sources: Clopper and Pearson 1934; Farrington 1995.
 * @example whatCameBefore({ fromEpochMs, toEpochMs, outcomes, things })[0] // died after big-change: 4 of 5, 3 to 90 times
 */
export function whatCameBefore({ fromEpochMs, toEpochMs, outcomes, things }: BeforeInput): SeenBefore[] {
  const lastDay = Math.floor((toEpochMs - fromEpochMs) / dayMs);
  if (!(lastDay >= 1)) return [];
  const dayOf = (atEpochMs: number): number => Math.floor((atEpochMs - fromEpochMs) / dayMs);
  const known = (day: number): boolean => day >= 0 && day <= lastDay;
  const daysOf = (list: readonly { id: string; atEpochMs: number }[], id: string): number[] => [
    ...new Set(list.filter((e) => e.id === id).map((e) => dayOf(e.atEpochMs))),
  ];
  const asked = beforeOutcomes.flatMap((outcome) => {
    const seen = daysOf(outcomes, outcome).filter(known);
    if (seen.length < leastEvents) return [];
    return beforeThings.flatMap((thing) => {
      const window = new Set<number>();
      for (const at of daysOf(things, thing))
        for (let day = at; day < at + afterWindowDays[thing]; day++) if (known(day)) window.add(day);
      const otherDays = lastDay + 1 - window.size;
      return window.size === 0 || otherDays === 0 ? [] : [{ outcome, thing, seen, window, otherDays }];
    });
  });
  const half = alphaShare / Math.max(1, asked.length) / 2;
  return asked
    .map(({ outcome, thing, seen, window, otherDays }): SeenBefore => {
      const afterCount = seen.filter((day) => window.has(day)).length;
      const [afterDays, otherCount] = [window.size, seen.length - afterCount];
      const ratioOf = (share: number): number => (share / (1 - share)) * (otherDays / afterDays);
      const lo = afterCount === 0 ? 0 : ratioOf(betaQuantile(half, afterCount, otherCount + 1));
      const hi = otherCount === 0 ? null : ratioOf(betaQuantile(1 - half, afterCount + 1, otherCount));
      return {
        outcome,
        thing,
        afterDays,
        otherDays,
        afterCount,
        otherCount,
        rateRatio: otherCount === 0 ? null : afterCount / afterDays / (otherCount / otherDays),
        lo,
        hi,
        questionCount: asked.length,
        more: lo > 1,
      };
    })
    .sort((a, b) => Number(b.more) - Number(a.more) || b.lo - a.lo);
}
