import { knownZone } from '#core/units';
import * as v from 'valibot';
import { shippedAlmanac } from '#almanac/shelf';
import { foods } from '#almanac/kinds';
import { buildUp, ledgerLine, parameterNamed, parseReading, robustStatistics, type BuildUpEvent } from '#core/readings';
import { because, ok, refuse, type Result } from '#core/result';
import { waterQuestions, type Analysis } from '#core/sources';
import { calculation, explainedBy, type Calculation } from './calculation';

const n = v.pipe(v.number(), v.finite());
const fraction = v.pipe(n, v.minValue(0), v.maxValue(1));
const end = v.nullable(n);
const reading = v.strictObject({ lo: end, hi: end });
const change = v.strictObject({ atDay: n, changeFraction: fraction, sourceValue: end });
const event = v.union([v.strictObject({ atDay: n, reading }), change, v.strictObject({ atDay: n, addValue: n })]);
const catalogue = shippedAlmanac.parameters;

function crossed(events: readonly BuildUpEvent[]): Result<null> {
  for (const [i, e] of events.entries()) {
    if (!('reading' in e)) continue;
    const { lo, hi } = e.reading;
    if (lo !== null && hi !== null && lo > hi)
      return refuse({
        kind: 'contradiction',
        fields: [`events.${i}.reading`],
        why: because('ends-crossed', { lo, hi }),
      });
    if (lo === null && hi === null)
      return refuse({ kind: 'missing', field: `events.${i}.reading`, why: because('ends-open') });
  }
  return ok(null);
}

/** Readings by any usual name, each a number, a span, or the text a keeper would write. */
function analysisOf(
  given: Record<string, number | string | { lo: number | null; hi: number | null }>,
): Result<Analysis> {
  const analysis: Analysis = {};
  for (const [name, value] of Object.entries(given)) {
    const found = parameterNamed({ catalogue, name });
    if (!found.ok) return found;
    if (typeof value === 'string') {
      const parsed = parseReading({ parameter: found.value, text: value });
      if (!parsed.ok) return parsed;
      analysis[found.value.id] = { lo: parsed.value.lo, hi: parsed.value.hi };
    } else analysis[found.value.id] = typeof value === 'number' ? { lo: value, hi: value } : value;
  }
  return ok(analysis);
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
    {
      parameter: 'nitrate',
      events: [
        { atDay: 0, reading: { lo: 10, hi: 11 } },
        { atDay: 7, reading: { lo: 16, hi: 17 } },
        { atDay: 7.1, changeFraction: 0.25, sourceValue: 0 },
        { atDay: 14, reading: { lo: 18, hi: 19 } },
      ],
      horizonDays: [7],
      future: [{ atDay: 15, changeFraction: 0.25, sourceValue: 0 }],
    },
    ({ parameter, events, horizonDays, future }, note) => {
      const found = parameterNamed({ catalogue, name: parameter });
      if (!found.ok) return found;
      const sound = crossed(events);
      if (!sound.ok) return sound;
      const built = buildUp({ parameter: found.value.id, events, horizonDays, future });
      const { settles, ...rest } = built;
      const { traits } = built;
      const count = (is: (e: (typeof events)[number]) => boolean): number => events.filter(is).length;
      for (const [id, label, value] of [
        ['readings', 'Readings', count((e) => 'reading' in e)],
        ['changes', 'Changes', count((e) => 'changeFraction' in e)],
        ['doses', 'Doses and other additions', count((e) => 'addValue' in e)],
      ] as const)
        note.fact({ id, label, value, unit: '', origin: 'entered' });
      for (const [id, label, value] of [
        ['wander', 'Unexplained movement in a day, as fitted', traits.wanderValue],
        ['scatter', 'Scatter of a reading beyond its own span, as fitted', traits.readingValue],
        ['scatter-share', 'and as a share of the level', traits.readingFraction],
        ['drift', 'Movement of production in a day, as fitted', traits.driftPerDay],
      ] as const)
        note.fact({ id, label, value, unit: found.value.unit, origin: 'estimated' });
      note.assume('production-alone');
      note.limit('forecast-holds');
      note.source('kalman-1960', 'rauch-1965', 'durbin-koopman-2012');
      return explainedBy(
        note,
        ok({
          ...rest,
          ...(settles
            ? { settles: { peak: settles.peak.mean, trough: settles.trough.mean }, settlesWithin: settles }
            : {}),
        }),
      );
    },
  ),
  calculation(
    'readings.ledger-line',
    'entries of the book from one line in the shorthand of masking tape, and what must be asked',
    v.strictObject({
      text: v.pipe(v.string(), v.maxLength(2000)),
      subjects: v.array(v.strictObject({ id: v.string(), name: v.string(), kind: v.string() })),
      nowAt: v.pipe(
        v.string(),
        v.check((t) => Number.isFinite(Date.parse(t)), 'is not a time'),
      ),
      zone: v.pipe(v.string(), v.check(knownZone, 'is not a known time zone')),
    }),
    {
      text: 'library ph 6,1',
      subjects: [{ id: 'a', name: 'Library', kind: 'tank' }],
      nowAt: '2026-03-14T21:00:00Z',
      zone: 'UTC',
    },
    ({ text, subjects, nowAt, zone }, note) => {
      const said = ledgerLine({ line: text, subjects, catalogue, foods, zone, nowEpochMs: Date.parse(nowAt) });
      const entries = said.entries.map(({ atEpochMs, ...entry }) => ({
        ...entry,
        happenedAt: new Date(atEpochMs).toISOString(),
      }));
      return explainedBy(note, ok({ entries, questions: said.questions }));
    },
  ),
  calculation(
    'readings.robust',
    'middle, spread and slope that one wild value does not move',
    v.strictObject({ points: v.pipe(v.array(v.strictObject({ x: n, y: n })), v.minLength(1), v.maxLength(5000)) }),
    {
      points: [
        { x: 0, y: 1 },
        { x: 1, y: 3 },
        { x: 2, y: 5 },
        { x: 3, y: 90 },
      ],
    },
    ({ points }, note) => explainedBy(note, robustStatistics(points)),
  ),
  calculation(
    'readings.check',
    'what a careful reader would ask about a set of readings before believing it',
    v.strictObject({ readings: v.record(v.string(), v.union([n, v.string(), reading])) }),
    { readings: { ghDegrees: { lo: 12, hi: 12 }, ec25UsPerCm: 90, ph: '6.8' } },
    ({ readings }, note) => {
      const analysis = analysisOf(readings);
      if (!analysis.ok) return analysis;
      return explainedBy(note, ok({ questions: waterQuestions({ readings: analysis.value, catalogue }) }));
    },
  ),
];
