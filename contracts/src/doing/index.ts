import * as v from 'valibot';
import { timerKinds, works } from '#core/doing';
import { work } from '#contracts/book';
import { instant, uuid } from '#contracts/shapes';

const at = v.number();
/** Work that is open, and what runs. */
export const doingView = v.object({
  nowAt: instant,
  jobs: v.array(
    v.object({
      jobId: uuid,
      tankId: uuid,
      tankName: v.string(),
      startedEpochMs: at,
      work,
      ticked: v.array(v.string()),
      open: v.array(v.string()),
    }),
  ),
  timers: v.array(
    v.object({
      timerId: uuid,
      tankId: uuid,
      tankName: v.string(),
      timer: v.picklist(timerKinds),
      note: v.string(),
      startedEpochMs: at,
      dueEpochMs: at,
    }),
  ),
  /** Minutes that each kind of work takes this keeper; null while too few were closed. */
  learntMinutes: v.array(v.object({ work: v.picklist(works), minutes: v.nullable(v.number()) })),
});
export type DoingView = v.InferOutput<typeof doingView>;
