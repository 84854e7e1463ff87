import * as v from 'valibot';
import { shippedAlmanac } from '#almanac/shelf';
import { buildUp, parameterNamed, type BuildUpEvent } from '#core/readings';
import { ok, refuse, type Result } from '#core/result';
import { calculation, explainedBy, type Calculation } from './calculation';

const n = v.pipe(v.number(), v.finite());
const fraction = v.pipe(n, v.minValue(0), v.maxValue(1));
const end = v.nullable(n);
const reading = v.strictObject({ lo: end, hi: end });
const change = v.strictObject({ atDay: n, changeFraction: fraction, sourceValue: end });
const event = v.union([
  v.strictObject({ atDay: n, reading }),
  change,
  v.strictObject({ atDay: n, addValue: n }),
]);
const catalogue = shippedAlmanac.parameters;

function crossed(events: readonly BuildUpEvent[]): Result<null> {
  for (const [i, e] of events.entries()) {
    if (!('reading' in e)) continue;
    const { lo, hi } = e.reading;
    if (lo !== null && hi !== null && lo > hi)
      return refuse({ kind: 'contradiction', fields: [`events.${i}.reading`], why: `${lo} lies above ${hi}` });
    if (lo === null && hi === null)
      return refuse({ kind: 'missing', field: `events.${i}.reading`, why: 'both ends are open, so it says nothing' });
  }
  return ok(null);
}

export const readingsCalculations: readonly Calculation[] = [
  calculation(
    'readings.build-up',
    'level, production a day and forecast of a parameter from readings as spans and changes as known jumps; horizonDays count from the last event',
    v.strictObject({
      parameter: v.string(),
      events: v.pipe(v.array(event), v.minLength(1), v.maxLength(20_000)),
      horizonDays: v.optional(v.array(v.pipe(n, v.minValue(0), v.maxValue(3660))), []),
      future: v.optional(v.array(change), []),
    }),
    ({ parameter, events, horizonDays, future }, note) => {
      const found = parameterNamed({ catalogue, name: parameter });
      if (!found.ok) return found;
      const sound = crossed(events);
      if (!sound.ok) return sound;
      note.assume('Between changes the level moves by production alone; readings scatter as this tank’s have.');
      note.limit('A forecast holds while stock, feeding and routine stay as they are.');
      note.source('kalman-1960', 'rauch-1965', 'durbin-koopman-2012');
      return explainedBy(note, ok(buildUp({ parameter: found.value.id, events, horizonDays, future })));
    },
  ),
];
