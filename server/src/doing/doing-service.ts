import { dayMs, minuteMs } from '#core/units';
import { isAlarming, jobThreads, learntMinutes, timersRunning, works, type WorkSpan } from '#core/doing';
import type { Contribution } from '#core/tonight';
import type { DoingView } from '#contracts/doing';
import { namesOf, readDiary, type BookDeps, type DiaryRow } from '../book';

/** A job or timer that nobody closed is shown for a week, then it is history. */
const shownDays = 7;
/** Minutes are learnt from what was closed in so long. */
const learntDays = 400;

type OpenJob = Omit<DoingView['jobs'][number], 'tankName'>;
type RunningTimer = Omit<DoingView['timers'][number], 'tankName'>;

const headOf = ({ entryId, subjectId, atEpochMs, nightOn }: DiaryRow<'job' | 'timer'>) => ({
  entryId,
  tankId: subjectId,
  atEpochMs,
  on: nightOn,
});
/** Jobs with what was ticked of each, oldest first; those that were broken off are not among the open. */
function jobsIn(rows: readonly DiaryRow<'job'>[]): { open: OpenJob[]; spans: WorkSpan[] } {
  const [open, spans]: [OpenJob[], WorkSpan[]] = [[], []];
  for (const of of jobThreads(rows.map((row) => ({ ...row.payload, ...headOf(row) })))) {
    const { start } = of;
    if (of.brokenOff) continue;
    if (of.open.length > 0)
      open.push({
        jobId: start.entryId,
        tankId: start.tankId,
        startedEpochMs: start.atEpochMs,
        work: start.work,
        ticked: of.ticked,
        open: of.open,
      });
    else spans.push({ work: start.work.kind, startedEpochMs: start.atEpochMs, endedEpochMs: of.lastEpochMs });
  }
  return { open, spans };
}

const timersIn = (rows: readonly DiaryRow<'timer'>[]): RunningTimer[] =>
  timersRunning(rows.map((row) => ({ ...row.payload, ...headOf(row) }))).map((of) => ({
    timerId: of.entryId,
    tankId: of.tankId,
    timer: of.timer,
    note: of.note,
    startedEpochMs: of.atEpochMs,
    dueEpochMs: of.atEpochMs + of.minutes * minuteMs,
  }));

async function running(
  deps: Pick<BookDeps, 'db'>,
  nowEpochMs: number,
): Promise<{ jobs: OpenJob[]; timers: RunningTimer[] }> {
  const sinceEpochMs = nowEpochMs - shownDays * dayMs;
  const [jobs, timers] = await Promise.all([
    readDiary(deps, { kinds: ['job'], sinceEpochMs }),
    readDiary(deps, { kinds: ['timer'], sinceEpochMs }),
  ]);
  return { jobs: jobsIn(jobs).open, timers: timersIn(timers) };
}

/** Open jobs and timers that nobody has answered, oldest first, and the minutes that each kind of work takes. */
export async function doingView(deps: BookDeps, { endedIds }: { endedIds: ReadonlySet<string> }): Promise<DoingView> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const [{ jobs, timers }, past, tanks, sources] = await Promise.all([
    running(deps, nowEpochMs),
    readDiary(deps, { kinds: ['job'], sinceEpochMs: nowEpochMs - learntDays * dayMs }),
    namesOf(deps.db, 'tank'),
    namesOf(deps.db, 'source'),
  ]);
  const named = <T extends { tankId: string }>(one: T): T & { tankName: string } => ({
    ...one,
    tankName: tanks.get(one.tankId) ?? sources.get(one.tankId) ?? '',
  });
  const { spans } = jobsIn(past);
  // What ran in a tank that has ended, ended with it.
  const runs = ({ tankId }: { tankId: string }): boolean => !endedIds.has(tankId);
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    jobs: jobs.filter(runs).map(named),
    timers: timers.filter(runs).map(named),
    learntMinutes: works.map((work) => ({ work, minutes: learntMinutes(work, spans) })),
  };
}

/** What is open and what runs at each tank. */
export async function doingContributions({
  deps,
  nowEpochMs,
}: {
  deps: Pick<BookDeps, 'db'>;
  nowEpochMs: number;
}): Promise<Map<string, Contribution[]>> {
  const { jobs, timers } = await running(deps, nowEpochMs);
  const byTank = new Map<string, Contribution[]>();
  const add = (tankId: string, contribution: Contribution): void =>
    void byTank.set(tankId, [...(byTank.get(tankId) ?? []), contribution]);
  const begins = { path: '/water/doing', query: {} };
  for (const { jobId, tankId, work, open, startedEpochMs } of jobs)
    add(tankId, {
      id: `open-job:${jobId}`,
      severity: 'watch',
      reason: { id: 'open-job', facts: { work: work.kind, openCount: open.length } },
      sinceEpochMs: startedEpochMs,
      dueEpochMs: null,
      loud: false,
      begins,
      rank: 5,
    });
  for (const { timerId, tankId, timer, note, startedEpochMs, dueEpochMs } of timers)
    add(tankId, {
      id: `timer:${timerId}`,
      severity: isAlarming(timer) && dueEpochMs <= nowEpochMs ? 'act' : 'note',
      reason: { id: 'timer', facts: { timer, note } },
      sinceEpochMs: startedEpochMs,
      dueEpochMs,
      loud: isAlarming(timer),
      begins,
      rank: 5,
    });
  return byTank;
}
