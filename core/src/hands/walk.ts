import { silent, type Recorder } from '#core/explain';
import { firstFault, because, refuse, ok, type Result } from '#core/result';
import { leastWaiting, minutesOf, type Chosen } from './waiting';

/** From clean to foul: hands and tools go this way only. */
export const walkGroups = ['healthy', 'new', 'doubtful', 'quarantine', 'sick'] as const;
export type WalkGroup = (typeof walkGroups)[number];
export interface WalkJob {
  id: string;
  minutes: number;
  /** What touches the water. */
  tools: readonly string[];
  mayWait?: boolean | undefined;
  /** What it costs to leave it for another evening, in the keeper's own measure. */
  waitCost?: number | undefined;
}
export interface WalkTank {
  id: string;
  group: WalkGroup;
  /** Tanks it shares animals, water or tools with already. */
  contacts: readonly string[];
  jobs: readonly WalkJob[];
}
export interface WalkInput {
  tanks: readonly WalkTank[];
  minutes: number;
  dipMinutes: number;
}
export interface WalkStop {
  tank: string;
  jobs: string[];
  /** Tools that were in another tank before, and are dipped on the way here. */
  dips: string[];
}
export interface Walk {
  stops: WalkStop[];
  waits: { tank: string; job: string; cost: number }[];
  minutes: number;
  /** What it takes beyond the evening though all that may wait does. */
  overMinutes: number;
}

/**
 * Tanks in the order of hygiene: by group, and within a group those joined by contacts next to each other, where the
 * first of them stood.
 */
export function walkOrder(tanks: readonly WalkTank[]): WalkTank[] {
  const byId = new Map(tanks.map((t) => [t.id, t]));
  // A contact holds both ways, whoever wrote it down.
  const joined = new Map(tanks.map((t) => [t.id, new Set<string>()]));
  for (const t of tanks)
    for (const other of t.contacts) {
      joined.get(t.id)?.add(other);
      joined.get(other)?.add(t.id);
    }
  const placed = new Set<string>();
  return walkGroups.flatMap((group) =>
    tanks
      .filter((t) => t.group === group)
      .flatMap((first): WalkTank[] => {
        const together: WalkTank[] = [];
        const waiting = [first.id];
        while (waiting.length > 0) {
          const id = waiting.shift() ?? '';
          const tank = byId.get(id);
          if (!tank || placed.has(id) || tank.group !== group) continue;
          placed.add(id);
          together.push(tank);
          waiting.push(...(joined.get(id) ?? []));
        }
        return together.sort((a, b) => tanks.indexOf(a) - tanks.indexOf(b));
      }),
  );
}

const minutesRange = { lo: 0, hi: 1e5, unit: 'min' };
function faultIn({ tanks, minutes, dipMinutes }: WalkInput): ReturnType<typeof firstFault> {
  return firstFault([
    { field: 'minutes', value: minutes, range: minutesRange },
    { field: 'dipMinutes', value: dipMinutes, range: minutesRange },
    ...tanks.flatMap((t, i) =>
      t.jobs.flatMap((j, k) => [
        { field: `tanks.${i}.jobs.${k}.minutes`, value: j.minutes, range: minutesRange },
        { field: `tanks.${i}.jobs.${k}.waitCost`, value: j.waitCost ?? 0, range: { lo: 0, hi: 1e9, unit: '' } },
      ]),
    ),
  ]);
}

/**
 * The evening as one walk: stops in the order of hygiene, and what may wait put off at the least cost where the minutes
 * do not reach. A job that may not wait is never put off, even when the evening grows too long for it.
 *
 * Minutes: the jobs' own and `dipMinutes` for each time a tool is used again at a later stop. Error: found exactly for
 * whole or quarter minutes where tools of jobs that may all wait are few; else within a few hundredths of the best.
 * Source: the order is common practice (young and healthy first, sick last).
 * @example walk({ tanks: [{ id: 'a', group: 'healthy', contacts: [], jobs: [{ id: 'change', minutes: 20, tools: ['hose'] }] }], minutes: 60, dipMinutes: 3 })
 * // one stop, 20 minutes
 */
export function walk(input: WalkInput, note: Recorder = silent): Result<Walk> {
  note.by('tonight.walk', 1);
  const fault = faultIn(input);
  if (fault) return refuse(fault);
  for (const [i, t] of input.tanks.entries()) {
    const twice = input.tanks.findIndex((other) => other.id === t.id) !== i;
    if (twice)
      return refuse({ kind: 'malformed', field: `tanks.${i}.id`, why: because('stands-twice', { name: t.id }) });
    if (!walkGroups.includes(t.group))
      return refuse({ kind: 'unknown-name', field: `tanks.${i}.group`, text: t.group, known: [...walkGroups] });
    for (const [k, job] of t.jobs.entries())
      if (t.jobs.findIndex((other) => other.id === job.id) !== k)
        return refuse({
          kind: 'malformed',
          field: `tanks.${i}.jobs.${k}.id`,
          why: because('stands-twice', { name: job.id }),
        });
  }
  const ordered = walkOrder(input.tanks);
  const stops = ordered.map((t) => t.jobs);
  const chosen = leastWaiting(stops, input);
  const minutes = note.step({
    id: 'minutes',
    label: 'The evening',
    unit: 'min',
    formula: 'jobs + dips × minutes a dip',
    terms: {
      jobs: minutesOf(stops, chosen, 0),
      dips: minutesOf(stops, chosen, 1) - minutesOf(stops, chosen, 0),
      dip: input.dipMinutes,
    },
    by: (x) => x.jobs + x.dips * x.dip,
  });
  return ok({ ...sheetOf(ordered, chosen), minutes, overMinutes: Math.max(0, minutes - input.minutes) });
}

function sheetOf(ordered: readonly WalkTank[], chosen: Chosen): Pick<Walk, 'stops' | 'waits'> {
  const used = new Set<string>();
  const stops: WalkStop[] = [];
  const waits: Walk['waits'] = [];
  for (const [i, tank] of ordered.entries()) {
    const doneNow = tank.jobs.filter((_, k) => chosen[i]?.[k]);
    waits.push(
      ...tank.jobs
        .filter((_, k) => !chosen[i]?.[k])
        .map((job) => ({ tank: tank.id, job: job.id, cost: job.waitCost ?? 0 })),
    );
    if (doneNow.length === 0) continue;
    const tools = [...new Set(doneNow.flatMap((job) => job.tools))];
    stops.push({ tank: tank.id, jobs: doneNow.map((job) => job.id), dips: tools.filter((tool) => used.has(tool)) });
    for (const tool of tools) used.add(tool);
  }
  return { stops, waits };
}
