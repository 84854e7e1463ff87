import { silent, type Recorder } from '#core/explain';
import { because, firstFault, ok, refuse, type Result } from '#core/result';
import { instantMs, isDay, dayMs } from '#core/units';
import { Temporal } from 'temporal-polyfill';
import { ichCycleDays } from './ich';

export const quarantineSchools = ['observe', 'prophylactic', 'shrimp', 'short', 'plants'] as const;
export type QuarantineSchool = (typeof quarantineSchools)[number];
export const quarantineEventKinds = [
  'arrival',
  'wet-contact',
  'sign',
  'sign-ended',
  'death',
  'treatment-ended',
] as const;
export type QuarantineEventKind = (typeof quarantineEventKinds)[number];
export interface QuarantineEvent {
  /** Of the calendar. */
  on: string;
  kind: QuarantineEventKind;
}
export type QuarantineBlock = 'time' | 'sign-open' | 'sign' | 'death' | 'treatment';
export interface QuarantineClock {
  clockStartOn: string;
  /** What set it. */
  setBy: QuarantineEventKind;
  /** Null while a sign is still there. */
  exitOn: string | null;
  blockedBy: readonly QuarantineBlock[];
  /** Later in the cold: a warning, it moves nothing. */
  stretchedExitOn: string | null;
}

/** Days by school; none is proven best for tanks at home. */
export const quarantineDays: Readonly<Record<QuarantineSchool, number>> = {
  observe: 28,
  prophylactic: 42,
  shrimp: 28,
  short: 14,
  plants: 14,
};
/** No sign, no death, no medicine for so long. */
const quietDays = 14;
/** What the schools' lengths were made for. */
const assumedC = 24;
const assumedCycleDays = 4.5;
const starts: readonly QuarantineEventKind[] = ['arrival', 'wet-contact', 'sign', 'sign-ended', 'treatment-ended'];

const dayNumber = (on: string): number | null => {
  const ms = isDay(on) ? instantMs(`${on}T00:00:00Z`) : null;
  return ms === null ? null : ms / dayMs;
};
const dayText = (days: number): string => Temporal.PlainDate.from('1970-01-01').add({ days }).toString();

/**
 * When a quarantine ends, what set its clock, and what stands in the way today.
 *
 * The clock starts with the latest of an arrival, a wet contact, a sign, the end of a sign, the end of a treatment; below
 * 24 °C a warning says when it would end were it stretched by the parasite's cycle. Dates of the calendar. Refuses events of
 * the future and a quarantine that nothing began. Sources: IFAS; Hadfield and Clayton 2011 (from memory); common practice.
 * @example quarantineClock({ school: 'observe', tempC: 25, events: [{ on: '2026-03-01', kind: 'arrival' }], today: '2026-03-10' })
 * // ends 2026-03-29, blocked by time
 */
export function quarantineClock(
  {
    school,
    tempC,
    events,
    today,
  }: {
    school: QuarantineSchool;
    tempC: number;
    events: readonly QuarantineEvent[];
    today: string;
  },
  note: Recorder = silent,
): Result<QuarantineClock> {
  note.by('care.quarantine', 1);
  const fault = firstFault([{ field: 'tempC', value: tempC, range: { lo: 0, hi: 40, unit: '°C' } }]);
  if (fault) return refuse(fault);
  const now = dayNumber(today);
  if (now === null) return refuse({ kind: 'malformed', field: 'today', why: because('no-such-day') });
  const dated: { kind: QuarantineEventKind; atDay: number }[] = [];
  for (const [i, event] of events.entries()) {
    const atDay = dayNumber(event.on);
    if (atDay === null) return refuse({ kind: 'malformed', field: `events.${i}.on`, why: because('no-such-day') });
    if (atDay > now) return refuse({ kind: 'malformed', field: `events.${i}.on`, why: because('after-today') });
    dated.push({ kind: event.kind, atDay });
  }
  const latest = (kinds: readonly QuarantineEventKind[]): { kind: QuarantineEventKind; atDay: number } | null =>
    dated.reduce<{ kind: QuarantineEventKind; atDay: number } | null>(
      (found, e) => (kinds.includes(e.kind) && (found === null || e.atDay >= found.atDay) ? e : found),
      null,
    );
  const start = latest(starts);
  if (!start) return refuse({ kind: 'missing', field: 'events', why: because('nothing-began-it') });
  const within = (kinds: readonly QuarantineEventKind[]): boolean => {
    const last = latest(kinds);
    return last !== null && now - last.atDay < quietDays;
  };
  const [sign, ended] = [latest(['sign']), latest(['sign-ended'])];
  const signOpen = sign !== null && (ended === null || ended.atDay < sign.atDay);
  const lengthDays = quarantineDays[school];
  const exitDay =
    now +
    note.step({
      id: 'left',
      label: 'Days from today until it ends',
      unit: 'd',
      formula: 'length of the school − days since the clock began',
      terms: { length: lengthDays, since: now - start.atDay },
      by: (x) => x.length - x.since,
    });
  const stretchedDays = note.step({
    id: 'stretched',
    label: 'Length at this warmth',
    unit: 'd',
    formula: 'length × whole cycle of the parasite here / its cycle at 24 °C, rounded up',
    terms: { length: lengthDays, cycle: ichCycleDays(tempC), usualCycle: assumedCycleDays },
    by: (x) => Math.ceil((x.length * x.cycle) / x.usualCycle - 1e-9),
  });
  return ok({
    clockStartOn: dayText(start.atDay),
    setBy: start.kind,
    exitOn: signOpen ? null : dayText(exitDay),
    stretchedExitOn: signOpen || tempC >= assumedC ? null : dayText(start.atDay + stretchedDays),
    blockedBy: [
      ...(!signOpen && now < exitDay ? (['time'] as const) : []),
      ...(signOpen ? (['sign-open'] as const) : []),
      ...(within(['sign', 'sign-ended']) ? (['sign'] as const) : []),
      ...(within(['death']) ? (['death'] as const) : []),
      ...(within(['treatment-ended']) ? (['treatment'] as const) : []),
    ],
  });
}
