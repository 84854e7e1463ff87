import { silent, type Recorder } from '#core/explain';
import { middle } from '#core/readings';
import { because, firstFault, ok, refuse, type Result } from '#core/result';

export interface AbsenceValue {
  parameter: string;
  now: { lo: number; hi: number };
  productionPerDay: { lo: number; hi: number };
  /** Share of the water that goes in a day and is not topped up. */
  evaporationFractionPerDay?: number | undefined;
  ceiling: number;
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
}
const wide = { lo: -1e6, hi: 1e6, unit: '' };

/**
 * When each value leaves its band while nobody changes the water.
 *
 * Without evaporation value(t) = now + production × t; with it that divided by what is left of the water. The earliest
 * day takes both upper ends, the likely one both middles; what stays below its ceiling through the absence is left out.
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
        { field: `${at}.ceiling`, value: p.ceiling, range: wide },
        {
          field: `${at}.evaporationFractionPerDay`,
          value: p.evaporationFractionPerDay ?? 0,
          range: { lo: 0, hi: 0.5, unit: '' },
        },
      ];
    }),
  ]);
  if (fault) return refuse(fault);
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
    const at = (id: 'earliest' | 'likely', nowValue: number, producedPerDay: number): number | null => {
      if (nowValue >= p.ceiling) return 0;
      const pull = producedPerDay + p.ceiling * evaporation;
      if (pull <= 0) return null;
      return note.step({
        id: `${p.parameter}-${id}`,
        label: `${p.parameter}, ${id} day`,
        unit: 'd',
        formula: '(ceiling − now) / (production + ceiling × evaporation)',
        terms: { ceiling: p.ceiling, now: nowValue, production: producedPerDay, evaporation },
        by: (x) => (x.ceiling - x.now) / (x.production + x.ceiling * x.evaporation),
      });
    };
    const earliestDay = at('earliest', p.now.hi, p.productionPerDay.hi);
    if (earliestDay === null || earliestDay > days) return [];
    return [
      { parameter: p.parameter, earliestDay, likelyDay: at('likely', middle(p.now), middle(p.productionPerDay)) },
    ];
  });
  return ok({ leaves: leaves.sort((a, b) => a.earliestDay - b.earliestDay) });
}
