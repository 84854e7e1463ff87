/** One job as the choice sees it. */
interface Job {
  minutes: number;
  tools: readonly string[];
  mayWait?: boolean | undefined;
  waitCost?: number | undefined;
}
type Stops = readonly (readonly Job[])[];
/** By stop and job: done tonight? */
export type Chosen = readonly (readonly boolean[])[];
interface Place {
  stopIndex: number;
  jobIndex: number;
  job: Job;
}

/** Rounding noise of sums of minutes. */
const noise = 1e-9;
/** So many steps of time at most; beyond it minutes are rounded up to the step. */
const mostSteps = 6000;
/** Of jobs that may wait at one stop all sets are tried; of more than this the surplus is taken by cost for each minute. */
const mostTriedCount = 8;
/** So many branches are gone down for the exact answer; a larger house is answered by its stops. */
const mostBranches = 60_000;
const costOf = (job: Job): number => job.waitCost ?? 0;
const worth = (job: Job): number => costOf(job) / Math.max(job.minutes, noise);

/** The minutes of what is done so far: jobs, and a dip for each time a tool is used again at a later stop. */
class Tally {
  minutes = 0;
  private readonly stopsByTool = new Map<string, number>();
  private readonly atStop = new Map<string, number>();
  constructor(private readonly dipMinutes: number) {}
  private move({ stopIndex, job }: Place, by: 1 | -1): void {
    this.minutes += by * job.minutes;
    for (const tool of new Set(job.tools)) {
      const here = `${stopIndex} ${tool}`;
      const before = this.atStop.get(here) ?? 0;
      this.atStop.set(here, before + by);
      if (before !== (by === 1 ? 0 : 1)) continue;
      const stops = this.stopsByTool.get(tool) ?? 0;
      this.stopsByTool.set(tool, stops + by);
      if (stops + by > (by === 1 ? 1 : 0)) this.minutes += by * this.dipMinutes;
    }
  }
  add(place: Place): void {
    this.move(place, 1);
  }
  drop(place: Place): void {
    this.move(place, -1);
  }
}
const placesOf = (stops: Stops): Place[] =>
  stops.flatMap((jobs, i) => jobs.map((job, k) => ({ stopIndex: i, jobIndex: k, job })));

/** The minutes of a choice. */
export function minutesOf(stops: Stops, chosen: Chosen, dipMinutes: number): number {
  const tally = new Tally(dipMinutes);
  for (const place of placesOf(stops)) if (chosen[place.stopIndex]?.[place.jobIndex]) tally.add(place);
  return tally.minutes;
}
const waitingCost = (stops: Stops, chosen: Chosen): number =>
  placesOf(stops).reduce(
    (sum, { stopIndex, jobIndex, job }) => sum + (chosen[stopIndex]?.[jobIndex] ? 0 : costOf(job)),
    0,
  );

/**
 * Which jobs wait, so that the evening fits at the least cost of waiting. Where not even what must be done fits, all that
 * makes it longer waits.
 */
export function leastWaiting(stops: Stops, { minutes, dipMinutes }: { minutes: number; dipMinutes: number }): Chosen {
  const all = stops.map((jobs) => jobs.map(() => true));
  if (minutesOf(stops, all, dipMinutes) <= minutes + noise) return all;
  const must = stops.map((jobs) => jobs.map((job) => !job.mayWait));
  const of = { capacityMinutes: Math.max(minutes, minutesOf(stops, must, dipMinutes)), dipMinutes };
  const exact = byBranches(stops, of);
  if (exact) return filled(stops, exact, of);
  const found = [byStops(stops, of), must].map((chosen) => filled(stops, chosen, of));
  return found.reduce((best, one) => (waitingCost(stops, one) < waitingCost(stops, best) ? one : best));
}

interface Limits {
  capacityMinutes: number;
  dipMinutes: number;
}

/** What still fits is taken back, the dearest to leave first. */
function filled(stops: Stops, chosen: Chosen, { capacityMinutes, dipMinutes }: Limits): Chosen {
  const now = chosen.map((jobs) => [...jobs]);
  const tally = new Tally(dipMinutes);
  const waiting: Place[] = [];
  for (const place of placesOf(stops))
    if (now[place.stopIndex]?.[place.jobIndex]) tally.add(place);
    else waiting.push(place);
  for (const place of waiting.sort((a, b) => costOf(b.job) - costOf(a.job))) {
    tally.add(place);
    const row = now[place.stopIndex];
    if (row && tally.minutes <= capacityMinutes + noise) row[place.jobIndex] = true;
    else tally.drop(place);
  }
  return now;
}

/**
 * Every choice, those left out that cannot be better: what is left of the time, filled by cost for each minute and
 * without dips, bounds what may still be savedCost. `null` where there are too many.
 */
function byBranches(stops: Stops, { capacityMinutes, dipMinutes }: Limits): Chosen | null {
  const places = placesOf(stops);
  const may = places.filter((p) => p.job.mayWait).sort((a, b) => worth(b.job) - worth(a.job));
  const tally = new Tally(dipMinutes);
  for (const place of places) if (!place.job.mayWait) tally.add(place);
  const now = stops.map((jobs) => jobs.map((job) => !job.mayWait));
  let best: boolean[][] | null = null;
  let bestCost = Infinity;
  let branches = 0;
  const leastFrom = (from: number): number => {
    let left = capacityMinutes - tally.minutes;
    let cost = 0;
    for (const { job } of may.slice(from)) {
      const share = job.minutes <= left ? 1 : left / job.minutes;
      cost += (1 - share) * costOf(job);
      left -= share * job.minutes;
    }
    return cost;
  };
  const go = (atIndex: number, cost: number): void => {
    branches++;
    if (branches > mostBranches || cost + leastFrom(atIndex) >= bestCost - noise) return;
    const place = may[atIndex];
    if (!place) {
      best = now.map((jobs) => [...jobs]);
      bestCost = cost;
      return;
    }
    const row = now[place.stopIndex];
    if (!row) return;
    tally.add(place);
    if (tally.minutes <= capacityMinutes + noise) {
      row[place.jobIndex] = true;
      go(atIndex + 1, cost);
      row[place.jobIndex] = false;
    }
    tally.drop(place);
    go(atIndex + 1, cost + costOf(place.job));
  };
  if (may.length > 60) return null;
  go(0, 0);
  return branches > mostBranches ? null : best;
}

interface Option {
  stepsCount: number;
  cost: number;
  done: readonly boolean[];
}

/**
 * A knapsack of one choice a stop. A tool at a stop costs a dip; the first use of each tool is given back to the time
 * there is, so that stops do not depend on each other. Tools that then stand unused are taken out, and it is done again.
 */
function byStops(stops: Stops, of: Limits): Chosen {
  const inUse = new Set(stops.flatMap((jobs) => jobs.flatMap((j) => j.tools)));
  for (;;) {
    const chosen = knapsack(stops, inUse, of);
    if (minutesOf(stops, chosen, of.dipMinutes) <= of.capacityMinutes + noise) return chosen;
    const used = new Set(
      placesOf(stops)
        .filter(({ stopIndex, jobIndex }) => chosen[stopIndex]?.[jobIndex])
        .flatMap(({ job }) => job.tools),
    );
    const idle = [...inUse].filter((tool) => !used.has(tool));
    if (idle.length === 0) return stops.map((jobs) => jobs.map((job) => !job.mayWait));
    for (const tool of idle) inUse.delete(tool);
  }
}
function knapsack(stops: Stops, inUse: ReadonlySet<string>, of: Limits): Chosen {
  const roomMinutes = of.capacityMinutes + inUse.size * of.dipMinutes;
  const timesMinutes = [of.dipMinutes, of.capacityMinutes, ...stops.flatMap((jobs) => jobs.map((j) => j.minutes))];
  const stepMinutes = stepOf(timesMinutes, roomMinutes);
  const stepsCount = Math.floor(roomMinutes / stepMinutes + noise);
  const options = stops.map((jobs) => optionsOf(jobs, { inUse, stepMinutes, dipMinutes: of.dipMinutes }));
  let least = new Float64Array(stepsCount + 1);
  const picks = options.map((choices) => {
    const next = new Float64Array(stepsCount + 1).fill(Infinity);
    const pick = new Uint16Array(stepsCount + 1);
    for (const [at, option] of choices.entries())
      for (let s = option.stepsCount; s <= stepsCount; s++) {
        const cost = (least[s - option.stepsCount] ?? Infinity) + option.cost;
        if (cost < (next[s] ?? Infinity)) {
          next[s] = cost;
          pick[s] = at;
        }
      }
    least = next;
    return pick;
  });
  let left = stepsCount;
  if (!Number.isFinite(least[left])) return stops.map((jobs) => jobs.map((job) => !job.mayWait));
  const chosen: (readonly boolean[])[] = [];
  for (let i = options.length - 1; i >= 0; i--) {
    const option = options[i]?.[picks[i]?.[left] ?? 0];
    chosen.push(option?.done ?? []);
    left -= option?.stepsCount ?? 0;
  }
  return chosen.reverse();
}

/** The longest of some usual steps that all times are whole numbers of, else a share of the room. */
function stepOf(timesMinutes: readonly number[], roomMinutes: number): number {
  for (const step of [5, 1, 0.5, 0.25, 0.1])
    if (roomMinutes / step <= mostSteps && timesMinutes.every((t) => Math.abs(t / step - Math.round(t / step)) < noise))
      return step;
  return Math.max(roomMinutes / mostSteps, noise);
}

/** All sets of what may wait at one stop, those that another beats in both time and cost left out. */
function optionsOf(
  jobs: readonly Job[],
  of: { inUse: ReadonlySet<string>; stepMinutes: number; dipMinutes: number },
): Option[] {
  const tools = [...new Set(jobs.flatMap((j) => j.tools))];
  const bitsOf = (job: Job): bigint => job.tools.reduce((bits, t) => bits | (1n << BigInt(tools.indexOf(t))), 0n);
  const may = jobs
    .map((job, k) => ({ job, k, bits: bitsOf(job) }))
    .filter(({ job }) => job.mayWait && job.tools.every((t) => of.inUse.has(t)))
    .sort((a, b) => worth(b.job) - worth(a.job));
  const done = jobs.map((job) => !job.mayWait);
  const must = jobs.filter((job) => !job.mayWait);
  interface Partial {
    ks: number[];
    minutes: number;
    savedCost: number;
    bits: bigint;
  }
  let sets: Partial[] = [
    {
      ks: [],
      minutes: must.reduce((sum, j) => sum + j.minutes, 0),
      savedCost: 0,
      bits: must.reduce((bits, j) => bits | bitsOf(j), 0n),
    },
  ];
  const withJob = (set: Partial, { job, k, bits }: (typeof may)[number]): Partial => ({
    ks: [...set.ks, k],
    minutes: set.minutes + job.minutes,
    savedCost: set.savedCost + costOf(job),
    bits: set.bits | bits,
  });
  for (const [at, one] of may.entries()) {
    const longest = sets.at(-1);
    if (at < mostTriedCount) sets = [...sets, ...sets.map((set) => withJob(set, one))];
    else if (longest) sets.push(withJob(longest, one));
  }
  const whole = jobs.reduce((sum, job) => sum + (job.mayWait ? costOf(job) : 0), 0);
  const all = sets
    .map((set) => ({
      ...set,
      stepsCount: Math.ceil((set.minutes + countOf(set.bits) * of.dipMinutes) / of.stepMinutes - noise),
    }))
    .sort((a, b) => a.stepsCount - b.stepsCount || b.savedCost - a.savedCost);
  let most = -1;
  return all
    .filter(({ savedCost }) => {
      if (savedCost <= most) return false;
      most = savedCost;
      return true;
    })
    .map(({ ks, stepsCount, savedCost }) => ({
      stepsCount,
      cost: whole - savedCost,
      done: done.map((now, k) => now || ks.includes(k)),
    }));
}
function countOf(bits: bigint): number {
  let left = bits;
  let count = 0;
  for (; left > 0n; left &= left - 1n) count++;
  return count;
}
