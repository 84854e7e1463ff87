import type { WalkStop, WalkTank } from './walk';

export interface PassInput {
  tanks: readonly WalkTank[];
  stops: readonly WalkStop[];
  /** Passes have begun there tonight and are not over: it stays in its run when its change is written, or is the last. */
  begunIds?: ReadonlySet<string> | undefined;
}
const none: ReadonlySet<string> = new Set();
/** What is done to one tank after the other before the next pass begins at the first of them again. */
export const walkPasses = ['before', 'off', 'trim', 'drain', 'fill', 'after'] as const;
export type WalkPass = (typeof walkPasses)[number];

export interface PassStop {
  tank: string;
  /** The jobs of the walk that belong to this pass; the change itself belongs to four of them. */
  jobs: string[];
  startMinutes: number;
  minutes: number;
}
/** Tanks that are equally clean and follow each other on the walk, changed with one hose. */
export interface PassRun {
  tanks: string[];
  passes: { pass: WalkPass; stops: PassStop[] }[];
  /** From the heater's plug to a quarter of an hour after the water covers it again. */
  heaterOff: { tank: string; minutes: number }[];
  /** Minutes spent waiting for a heater to cool: in passes, and if each tank were done for itself. */
  waitMinutes: number;
  waitByStopMinutes: number;
}

/** A heater cools so long before it may stand in air, and warms so long in water before it is put on (common practice). */
export const heaterRestMinutes = 15;
/** Plugs and lid at each end of a change, of a change of a quarter of an hour and longer. Ours. */
const endMinutes = 3;
const passOf: Readonly<Record<string, WalkPass>> = {
  look: 'before',
  leftovers: 'before',
  'open-job': 'after',
  watch: 'before',
  test: 'before',
  trim: 'trim',
  bed: 'trim',
  sponge: 'trim',
  dose: 'after',
  feed: 'after',
  again: 'after',
};

/**
 * The changes of a planned walk in passes where one hose serves several tanks: everything switched off, trimmed,
 * drained, filled, tank after tank. Only tanks of one hygiene group are run together, and never those of quarantine or
 * under treatment: what is in one of them stays there.
 *
 * Minutes, counted from the first look of the run. The change's own minutes go to its two ends (three each at most) and
 * half and half to draining and filling. The way the water goes, and each dip, is the same as stop by stop.
 * Source: common practice; the quarter of an hour for heaters is on their labels.
 * @example inPasses({ tanks, stops })[0]?.passes.map((p) => p.pass) // ['before', 'off', 'drain', 'fill', 'after']
 */
export function inPasses({ tanks, stops, begunIds = none }: PassInput): PassRun[] {
  const byId = new Map(tanks.map((t) => [t.id, t]));
  return segmentsOf(stops, byId).flatMap((segment) => {
    const run = runIn(segment, byId, begunIds);
    return run.length === 0 ? [] : [passRun(run, byId)];
  });
}

/**
 * The order of the stops where one hose serves several tanks: within stops of one hygiene group that follow each other,
 * those of the hose first. @example passOrder({ tanks, stops }) // ['changed', 'changed too', 'only looked at']
 */
export function passOrder({ tanks, stops, begunIds = none }: PassInput): string[] {
  const byId = new Map(tanks.map((t) => [t.id, t]));
  return segmentsOf(stops, byId).flatMap((segment) => {
    const run = runIn(segment, byId, begunIds);
    return [...run, ...segment.filter((stop) => !run.includes(stop))].map((stop) => stop.tank);
  });
}

type ById = ReadonlyMap<string, WalkTank>;
/** Stops that follow each other and are equally clean. */
function segmentsOf(stops: readonly WalkStop[], byId: ById): WalkStop[][] {
  const segments: WalkStop[][] = [];
  const groupOf = (stop: WalkStop | undefined) => (stop ? byId.get(stop.tank)?.group : undefined);
  for (const stop of stops) {
    const last = segments.at(-1);
    if (last && groupOf(last[0]) === groupOf(stop)) last.push(stop);
    else segments.push([stop]);
  }
  return segments;
}
/** Those that one hose may serve; none where it would be one alone. */
function runIn(segment: readonly WalkStop[], byId: ById, begunIds: ReadonlySet<string>): WalkStop[] {
  const group = byId.get(segment[0]?.tank ?? '')?.group;
  const begun = segment.some((stop) => begunIds.has(stop.tank));
  const those = segment.filter((stop) => stop.jobs.includes('change') || begunIds.has(stop.tank));
  return group === 'quarantine' || group === 'sick' || (those.length < 2 && !begun) ? [] : those;
}

function passRun(run: readonly WalkStop[], byId: ById): PassRun {
  const minutesOf = (stop: WalkStop, jobs: readonly string[]): number =>
    (byId.get(stop.tank)?.jobs ?? []).reduce((sum, job) => sum + (jobs.includes(job.id) ? job.minutes : 0), 0);
  const jobsIn = (stop: WalkStop, pass: WalkPass): string[] => stop.jobs.filter((job) => passOf[job] === pass);
  const atEnd = (stop: WalkStop): number => Math.min(endMinutes, minutesOf(stop, ['change']) / 4);
  const ofChange = (stop: WalkStop, pass: WalkPass): number => {
    if (pass === 'off' || pass === 'after') return atEnd(stop);
    return pass === 'drain' || pass === 'fill' ? (minutesOf(stop, ['change']) - 2 * atEnd(stop)) / 2 : 0;
  };
  let clock = 0;
  let waitMinutes = 0;
  const offAt = new Map<string, number>();
  const filledAt = new Map<string, number>();
  const passes = walkPasses.flatMap((pass) => {
    const here = run.flatMap((stop): PassStop[] => {
      const jobs = jobsIn(stop, pass);
      const minutes = minutesOf(stop, jobs) + ofChange(stop, pass);
      if (minutes === 0 && jobs.length === 0) return [];
      if (pass === 'drain') {
        const coolAt = (offAt.get(stop.tank) ?? clock) + heaterRestMinutes;
        waitMinutes += Math.max(0, coolAt - clock);
        clock = Math.max(clock, coolAt);
      }
      const startMinutes = clock;
      clock += minutes;
      if (pass === 'off') offAt.set(stop.tank, clock);
      if (pass === 'fill') filledAt.set(stop.tank, clock);
      return [{ tank: stop.tank, jobs, startMinutes, minutes }];
    });
    return here.length === 0 ? [] : [{ pass, stops: here }];
  });
  return {
    tanks: run.map((s) => s.tank),
    passes,
    heaterOff: [...offAt].map(([tank, atMinute]) => ({
      tank,
      minutes: (filledAt.get(tank) ?? atMinute) - atMinute + heaterRestMinutes,
    })),
    waitMinutes,
    waitByStopMinutes: run.reduce(
      (sum, stop) =>
        sum + (offAt.has(stop.tank) ? Math.max(0, heaterRestMinutes - minutesOf(stop, jobsIn(stop, 'trim'))) : 0),
      0,
    ),
  };
}
