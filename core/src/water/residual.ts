import { silent, type Explained, type Recorder } from '#core/explain';
import { guarded, ok, refuse, type Result } from '#core/result';

/**
 * The share of what was in the water that is left after n equal changes with clean water: (1 − f)^n.
 *
 * Range: f 0-1, n a whole number 0-10000. Two changes of a quarter remove 43.75 %, not half. Source: mass balance.
 * @example residual({ changeFraction: 0.25, changeCount: 2 }) // { remainingFraction: 0.5625 }
 */
export function residual(
  { changeFraction, changeCount }: { changeFraction: number; changeCount: number },
  note: Recorder = silent,
): Result<Explained<{ remainingFraction: number }>> {
  note.by('water.residual', 1);
  const guards = [
    { field: 'changeFraction', value: changeFraction, range: { lo: 0, hi: 1, unit: 'of the net volume' } },
    { field: 'changeCount', value: changeCount, range: { lo: 0, hi: 10000, unit: 'changes' } },
  ];
  return guarded(guards, () => {
    if (!Number.isInteger(changeCount))
      return refuse({
        kind: 'not-a-number',
        field: 'changeCount',
        text: String(changeCount),
        mend: String(Math.round(changeCount)),
      });
    note.source('mass-balance');
    note.assume('mixed-in');
    const remainingFraction = note.step({
      id: 'remaining',
      label: 'Share that remains',
      unit: '',
      formula: '(1 − f)^n',
      terms: { f: changeFraction, n: changeCount },
      by: ({ f, n }) => (1 - f) ** n,
    });
    return ok(note.explained({ remainingFraction }));
  });
}
