import { Temporal } from 'temporal-polyfill';
import { silent, type Recorder } from '#core/explain';
import { middle } from '#core/readings';
import { because, firstFault, ok, refuse, type Result } from '#core/result';

export interface AbsenceValue {
  parameter: string;
  now: { lo: number; hi: number };
  productionPerDay: { lo: number; hi: number };
  /** Share of the water that goes in a day and is not topped up. */
  evaporationFractionPerDay?: number | undefined;
  /** Of its band; one of the two at least. */
  ceiling?: number | undefined;
  floor?: number | undefined;
}
export interface AbsenceInput {
  days: number;
  perParameter: readonly AbsenceValue[];
}
export interface Leaves {
  parameter: string;
  /** At the upper ends of what is known; days are fractions, 0 where it is above already. */
  earliestDay: number;
  /** At the middles; null where it never gets there. */
  likelyDay: number | null;
  /** Where it falls out of its band; above is not said. */
  side?: 'below';
}
/** How weeks away are planned: fed as now, by portions, or by portions after a change on the day before. */
export const leavingPlans = ['usual', 'portions', 'change'] as const;
export type LeavingPlan = (typeof leavingPlans)[number];
const wide = { lo: -1e6, hi: 1e6, unit: '' };

/**
 * When each value leaves its band while nobody changes the water.
 *
 * Without evaporation value(t) = now + production × t; with it that divided by what is left of the water. The earliest
 * day takes both upper ends, the likely one both middles; what stays below its ceiling through the absence is left out. What
 * falls leaves by its floor: both lower ends, and no help from evaporation, since it is topped up.
 * Days. Source: the balance of a closed tank; the production is the tank's own record.
 * @example absence({ days: 14, perParameter: [{ parameter: 'no3MgPerL', now: { lo: 20, hi: 20 }, productionPerDay: { lo: 2, hi: 2 }, ceiling: 40 }] })
 * // leaves on day 10
 */
export function absence({ days, perParameter }: AbsenceInput, note: Recorder = silent): Result<{ leaves: Leaves[] }> {
  note.by('water.absence', 1);
  const fault = firstFault([
    { field: 'days', value: days, range: { lo: 0, hi: 3650, unit: 'd' } },
    ...perParameter.flatMap((p, i) => {
      const at = `perParameter.${i}`;
      return [
        { field: `${at}.now.lo`, value: p.now.lo, range: wide },
        { field: `${at}.now.hi`, value: p.now.hi, range: wide },
        { field: `${at}.productionPerDay.lo`, value: p.productionPerDay.lo, range: wide },
        { field: `${at}.productionPerDay.hi`, value: p.productionPerDay.hi, range: wide },
        ...(p.ceiling === undefined ? [] : [{ field: `${at}.ceiling`, value: p.ceiling, range: wide }]),
        ...(p.floor === undefined ? [] : [{ field: `${at}.floor`, value: p.floor, range: wide }]),
        {
          field: `${at}.evaporationFractionPerDay`,
          value: p.evaporationFractionPerDay ?? 0,
          range: { lo: 0, hi: 0.5, unit: '' },
        },
      ];
    }),
  ]);
  if (fault) return refuse(fault);
  const endless = perParameter.findIndex((p) => p.ceiling === undefined && p.floor === undefined);
  if (endless >= 0)
    return refuse({ kind: 'missing', field: `perParameter.${endless}.ceiling`, why: because('number-needed') });
  for (const [i, p] of perParameter.entries())
    for (const key of ['now', 'productionPerDay'] as const)
      if (p[key].lo > p[key].hi)
        return refuse({
          kind: 'malformed',
          field: `perParameter.${i}.${key}`,
          why: because('ends-crossed', { lo: p[key].lo, hi: p[key].hi }),
        });
  const leaves = perParameter.flatMap((p): Leaves[] => {
    const evaporation = p.evaporationFractionPerDay ?? 0;
    const { ceiling, floor } = p;
    const above = (id: 'earliest' | 'likely', nowValue: number, producedPerDay: number): number | null => {
      if (ceiling === undefined) return null;
      if (nowValue >= ceiling) return 0;
      const pull = producedPerDay + ceiling * evaporation;
      if (pull <= 0) return null;
      return note.step({
        id: `${p.parameter}-${id}`,
        label: `${p.parameter}, ${id} day`,
        unit: 'd',
        formula: '(ceiling − now) / (production + ceiling × evaporation)',
        terms: { ceiling, now: nowValue, production: producedPerDay, evaporation },
        by: (x) => (x.ceiling - x.now) / (x.production + x.ceiling * x.evaporation),
      });
    };
    const below = (id: 'earliest' | 'likely', nowValue: number, producedPerDay: number): number | null => {
      if (floor === undefined) return null;
      if (nowValue < floor) return 0;
      if (producedPerDay >= 0) return null;
      return note.step({
        id: `${p.parameter}-${id}-below`,
        label: `${p.parameter}, ${id} day below`,
        unit: 'd',
        formula: '(now − floor) / −production',
        terms: { floor, now: nowValue, production: producedPerDay },
        by: (x) => (x.now - x.floor) / -x.production,
      });
    };
    const [nowMid, madeMid] = [middle(p.now), middle(p.productionPerDay)];
    const up = above('earliest', p.now.hi, p.productionPerDay.hi);
    const down = below('earliest', p.now.lo, p.productionPerDay.lo);
    return [
      ...(up === null || up > days
        ? []
        : [{ parameter: p.parameter, earliestDay: up, likelyDay: above('likely', nowMid, madeMid) }]),
      ...(down === null || down > days
        ? []
        : [
            {
              parameter: p.parameter,
              earliestDay: down,
              likelyDay: below('likely', nowMid, madeMid),
              side: 'below' as const,
            },
          ]),
    ];
  });
  return ok({ leaves: leaves.sort((a, b) => a.earliestDay - b.earliestDay) });
}

/** Animals go on making ammonia without food: about a third of what they make when fed (our own estimate, low grade). */
const unfedFraction = 1 / 3;
/**
 * The usual build-up from food, as a share, where they are fed every so many days instead of daily; null: not at all.
 * @example productionShare(3) // 0.56: a third goes on, the rest by a portion every third day
 */
export const productionShare = (feedEveryDays: number | null): number =>
  feedEveryDays === null ? unfedFraction : unfedFraction + (1 - unfedFraction) / Math.max(1, feedEveryDays);

/**
 * A value after a change on the eve of leaving: what stays of the tank's water and the new water's own.
 * @example changedBefore({ now: { lo: 20, hi: 22 }, changeFraction: 0.5, sourceValue: 4 }) // 12 to 13
 */
export const changedBefore = ({
  now,
  changeFraction,
  sourceValue,
}: {
  now: { lo: number; hi: number };
  changeFraction: number;
  sourceValue: number;
}): { lo: number; hi: number } => {
  const mixed = (value: number): number => (1 - changeFraction) * value + changeFraction * sourceValue;
  return { lo: mixed(now.lo), hi: mixed(now.hi) };
};

/** The days of a stand-in: looked at on each, fed where a portion is due; the first is given `feedEveryDays` after leaving. */
export function standInDays({
  fromOn,
  toOn,
  feedEveryDays,
}: {
  fromOn: string;
  toOn: string;
  feedEveryDays: number;
}): { on: string; day: number; feeds: boolean }[] {
  const start = Temporal.PlainDate.from(fromOn);
  const daysCount = Math.max(0, start.until(Temporal.PlainDate.from(toOn)).days);
  const feedDays = new Set(
    Array.from({ length: Math.floor(daysCount / feedEveryDays + noise) }, (_, i) =>
      Math.floor((i + 1) * feedEveryDays + noise),
    ),
  );
  return Array.from({ length: daysCount }, (_, i) => ({
    on: start.add({ days: i + 1 }).toString(),
    day: i + 1,
    feeds: feedDays.has(i + 1),
  }));
}
/** Of a division: three times a third of a day is a day. */
const noise = 1e-9;
