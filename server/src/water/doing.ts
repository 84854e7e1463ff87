import { closingIds } from '#core/water';
import type { JobPayload, TimerPayload } from '#contracts/book';
import type { DoingView } from '#contracts/water';
import { readDiary, type BookDeps } from '../book';
import { readNames } from './batches';

const dayMs = 86_400_000;
/** A job or timer that nobody closed is shown for a week, then it is history. */
const shownDays = 7;

/** Open jobs and timers that nobody has answered, oldest first. */
export async function doingView(deps: BookDeps): Promise<DoingView> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const [rows, tanks, sources] = await Promise.all([
    readDiary(deps, { kinds: ['job', 'timer'], sinceEpochMs: nowEpochMs - shownDays * dayMs }),
    readNames(deps.db, 'tank'),
    readNames(deps.db, 'source'),
  ]);
  const nameOf = (id: string): string => tanks.get(id) ?? sources.get(id) ?? '';
  const ticked = new Map<string, Set<string>>();
  const answered = new Set<string>();
  for (const { kind, payload } of rows) {
    if (kind === 'job') {
      const step = payload as JobPayload;
      if (step.step !== 'ticked') continue;
      const checks = ticked.get(step.jobId) ?? new Set();
      step.checks.forEach((check) => checks.add(check));
      ticked.set(step.jobId, checks);
    } else {
      const step = payload as TimerPayload;
      if (step.step === 'answered') answered.add(step.timerId);
    }
  }
  const view: DoingView = { nowAt: new Date(nowEpochMs).toISOString(), jobs: [], timers: [] };
  for (const { kind, entry_id, subject_id, at_ms, payload } of rows) {
    if (kind === 'job') {
      const step = payload as JobPayload;
      const done = ticked.get(entry_id) ?? new Set<string>();
      if (step.step !== 'started' || closingIds.every((id) => done.has(id))) continue;
      const { changeL, how, bed, chain, changeEntryId } = step;
      view.jobs.push({
        jobId: entry_id,
        tankId: subject_id,
        tankName: nameOf(subject_id),
        startedEpochMs: at_ms,
        changeL,
        how,
        bed,
        chain,
        changeEntryId: changeEntryId ?? null,
        sourceId: step.sourceId ?? null,
        batchId: step.batchId ?? null,
        newWaterC: step.newWaterC ?? null,
        dripMinutes: step.dripMinutes ?? null,
        conditionerMl: step.conditionerMl ?? null,
        grazingFilm: step.grazingFilm ?? false,
        ticked: [...done],
      });
    } else {
      const step = payload as TimerPayload;
      if (step.step !== 'set' || answered.has(entry_id)) continue;
      view.timers.push({
        timerId: entry_id,
        tankId: subject_id,
        tankName: nameOf(subject_id),
        timer: step.timer,
        note: step.note,
        startedEpochMs: at_ms,
        dueEpochMs: at_ms + step.minutes * 60_000,
      });
    }
  }
  return view;
}
