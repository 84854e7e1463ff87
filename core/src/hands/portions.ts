import { silent, type Recorder } from '#core/explain';
import { firstFault, ok, refuse, type Result } from '#core/result';

export interface PortionsInput {
  days: number;
  animals: readonly { massG: number; count: number; percentPerDay: number }[];
  feedEveryDays: number;
}

/** More than fit on any shelf: somebody slipped. */
const mostDays = 366;
/** Of a division: three times a third of a day is a day. */
const noise = 1e-9;

/**
 * Food laid ready for an absence: one portion is one day's ration of all animals, also where it is given less often.
 *
 * g, percent of body mass a day, days; the first is given `feedEveryDays` after leaving. The day's ration is the sum of
 * mass × count × percent / 100. Common practice: a stand-in is handed portions, never the tin.
 * @example portions({ days: 7, animals: [{ massG: 0.5, count: 10, percentPerDay: 2 }], feedEveryDays: 3 }) // [0.1, 0.1] g
 */
export function portions(
  { days, animals, feedEveryDays }: PortionsInput,
  note: Recorder = silent,
): Result<{ portionsG: number[] }> {
  note.by('stock.portions', 1);
  const fault = firstFault([
    { field: 'days', value: days, range: { lo: 0, hi: mostDays, unit: 'd' } },
    { field: 'feedEveryDays', value: feedEveryDays, range: { lo: 0.25, hi: mostDays, unit: 'd' } },
    ...animals.flatMap((a, i) => [
      { field: `animals.${i}.massG`, value: a.massG, range: { lo: 0, hi: 1e6, unit: 'g' } },
      { field: `animals.${i}.count`, value: a.count, range: { lo: 0, hi: 1e6, unit: '' } },
      { field: `animals.${i}.percentPerDay`, value: a.percentPerDay, range: { lo: 0, hi: 100, unit: '% a day' } },
    ]),
  ]);
  if (fault) return refuse(fault);
  const rationG = animals.reduce(
    (sumG, a, i) =>
      sumG +
      note.step({
        id: `animals-${i + 1}`,
        label: `Ration of group ${i + 1}`,
        unit: 'g',
        formula: 'mass × count × percent / 100',
        terms: { mass: a.massG, count: a.count, percent: a.percentPerDay },
        by: (x) => (x.mass * x.count * x.percent) / 100,
      }),
    0,
  );
  return ok({ portionsG: Array<number>(Math.floor(days / feedEveryDays + noise)).fill(rationG) });
}
