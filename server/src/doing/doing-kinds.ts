import { closingChecksOf } from '#core/doing';
import type { JobPayload } from '#contracts/book';
import { readDiary, type KindModule } from '../book';
import type { Tx } from '../db';
import type { FieldFault } from '../problems';

export const jobKind: KindModule<'job'> = {
  check: async (tx, { payload, subjectId }) =>
    payload.step === 'started' ? [] : jobStepFaults(tx, { payload, subjectId }),
};

/** A step belongs to a job of this tank that was begun, and ticks only what that kind of work asks for. */
async function jobStepFaults(
  tx: Tx,
  { payload, subjectId }: { payload: Exclude<JobPayload, { step: 'started' }>; subjectId: string },
): Promise<FieldFault[]> {
  const rows = await readDiary({ db: tx }, { kinds: ['job'], subjectIds: [subjectId] });
  const job = rows.find((r) => r.entryId === payload.jobId)?.payload;
  if (job?.step !== 'started') return [{ field: 'jobId', message: 'is not in the book' }];
  if (payload.step !== 'ticked') return [];
  const asked: readonly string[] = closingChecksOf(job.work.kind);
  return payload.checks.flatMap((check, i) =>
    asked.includes(check) ? [] : [{ field: `checks.${i}`, message: 'is no closing check of this work' }],
  );
}

export const timerKind: KindModule<'timer'> = {
  check: async (tx, { payload, subjectId }) => {
    if (payload.step === 'set') return [];
    const rows = await readDiary({ db: tx }, { kinds: ['timer'], subjectIds: [subjectId] });
    const known = rows.some((r) => r.entryId === payload.timerId && r.payload.step === 'set');
    return known ? [] : [{ field: 'timerId', message: 'is not in the book' }];
  },
};
