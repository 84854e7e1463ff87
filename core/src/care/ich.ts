import { silent, type Recorder } from '#core/explain';
import { firstFault, ok, refuse, type Result } from '#core/result';

interface IchRow {
  tempC: number;
  redoseLoDays: number;
  redoseHiDays: number;
  treatDays: number;
  cycleDays: number;
}
/**
 * The white spot parasite by warmth: gap between doses that reach only its free stages, days to treat after the last spot, and
 * its whole cycle (middles). Ranges across papers are wide; medium grade up to 25 °C, low above and below 15 °C. Sources:
 * Noga 2010; Matthews 2005; IFAS; all from memory.
 */
const rows: readonly IchRow[] = [
  { tempC: 10, redoseLoDays: 5, redoseHiDays: 7, treatDays: 35, cycleDays: 40 },
  { tempC: 15, redoseLoDays: 3, redoseHiDays: 5, treatDays: 21, cycleDays: 15 },
  { tempC: 20, redoseLoDays: 2, redoseHiDays: 3, treatDays: 14, cycleDays: 8.5 },
  { tempC: 24, redoseLoDays: 1, redoseHiDays: 2, treatDays: 10, cycleDays: 4.5 },
  { tempC: 26, redoseLoDays: 1, redoseHiDays: 2, treatDays: 10, cycleDays: 4.5 },
  { tempC: 28, redoseLoDays: 1, redoseHiDays: 1, treatDays: 7, cycleDays: 3.5 },
  { tempC: 30, redoseLoDays: 1, redoseHiDays: 1, treatDays: 14, cycleDays: 3.5 },
];
/** From here on most strains fail in the heat alone. */
const heatAloneC = 30;

function between(tempC: number, of: (row: IchRow) => number): number {
  const [first, last] = [rows[0], rows.at(-1)];
  if (!first || !last) return NaN;
  if (tempC <= first.tempC) return of(first);
  for (const [i, upper] of rows.entries()) {
    const lower = rows[i - 1];
    if (lower && tempC <= upper.tempC)
      return of(lower) + ((tempC - lower.tempC) / (upper.tempC - lower.tempC)) * (of(upper) - of(lower));
  }
  return of(last);
}

/**
 * When a drug that reaches only the free stages of the white spot parasite is given again, and how long after the last spot.
 *
 * °C from 10 to 32, days; linear between the rows, a plateau from 24 to 26. From 30 °C on it is heat alone: no gap, 14 days.
 * @example ichTiming({ tempC: 25 }) // redose every 1 to 2 days, at least 10 days
 */
export function ichTiming(
  { tempC }: { tempC: number },
  note: Recorder = silent,
): Result<{ redoseDays: { lo: number; hi: number } | null; treatAtLeastDays: number }> {
  note.by('care.ich-timing', 1);
  const fault = firstFault([{ field: 'tempC', value: tempC, range: { lo: 10, hi: 32, unit: '°C' } }]);
  if (fault) return refuse(fault);
  const read = ({ id, label, of }: { id: string; label: string; of: (row: IchRow) => number }): number =>
    note.step({
      id,
      label,
      unit: 'd',
      formula: 'linear in the warmth between the rows of the table',
      terms: { warmth: tempC },
      by: (x) => between(x.warmth, of),
    });
  return ok({
    redoseDays:
      tempC >= heatAloneC
        ? null
        : {
            lo: read({ id: 'gap-lo', label: 'Shortest gap between doses', of: (r) => r.redoseLoDays }),
            hi: read({ id: 'gap-hi', label: 'Longest gap between doses', of: (r) => r.redoseHiDays }),
          },
    treatAtLeastDays: read({ id: 'days', label: 'Days after the last spot, at least', of: (r) => r.treatDays }),
  });
}

/** The whole cycle in days; below 10 °C as at 10, which is the longest that is known. */
export const ichCycleDays = (tempC: number): number => between(tempC, (r) => r.cycleDays);
