import { shippedAlmanac } from '#almanac/shelf';
import type { Water } from '#core/readings';
import type { ChangePlan } from '#core/water';
import type { ChangePayload, JobPayload, Work } from '#contracts/book';
import { adviceWords, emergencyWords } from '#words/water';

type JobStarted = Extract<JobPayload, { step: 'started' }>;
type ChangeWork = Extract<Work, { kind: 'change' }>;
/** What the form of a change holds when it is written. */
export interface ChangeForm {
  entered: ChangePayload['entered'];
  sourceId: string;
  how: ChangePayload['how'];
  overrideReason: string;
  batchId: string;
  batchReason: string;
  bed: ChangeWork['bed'];
  bedL: number | null;
  conditionerMl: number | null;
  sequenceId: string;
}

/** A change as it goes into the book, with the advice that was given and the figures it was given for. */
export function changeRecord(form: ChangeForm, plan: ChangePlan, movedToday: Water): ChangePayload {
  const { advice, reason, parameters, emergency } = plan.advice.value;
  const { batchId, sequenceId, bed, bedL, conditionerMl } = form;
  const [overrideReason, batchReason] = [form.overrideReason.trim(), form.batchReason.trim()];
  return {
    entered: form.entered,
    sourceId: form.sourceId,
    water: plan.source,
    how: form.how,
    ...(advice === 'wise' ? {} : { overrideReason }),
    ...(batchId === '' ? {} : { batchId }),
    ...(batchId !== '' && batchReason ? { batchReason } : {}),
    ...(bed !== 'none' && bedL ? { bedL } : {}),
    ...(conditionerMl === null || conditionerMl === 0 ? {} : { conditionerMl }),
    ...(sequenceId === '' ? {} : { sequenceId }),
    advice: {
      advice,
      reason: adviceWords(reason),
      before: plan.before,
      after: plan.effect.value.after,
      bearing: plan.bearing,
      emergency: emergency && { kind: emergency.kind, why: emergencyWords(emergency.why) },
      movedToday,
      method: { ...plan.advice.method, almanacVersion: shippedAlmanac.version },
      lines: parameters.map(({ parameter, stepValue, limitValue, per, within, ruleId, grade }) => ({
        parameter,
        stepValue,
        limitValue,
        per,
        within,
        ruleId,
        grade,
      })),
    },
  };
}

/** The job that keeps the end of a change open until it is ticked. */
export function jobRecord(
  { sourceId, how, batchId, bed, conditionerMl }: ChangeForm,
  more: {
    changeL: number;
    chain: ChangeWork['chain'];
    grazingFilm: boolean;
    newWaterC: number | null;
    dripMinutes: number | null;
    changeEntryId?: string | undefined;
  },
): JobStarted {
  const { changeL, chain, grazingFilm, newWaterC, dripMinutes, changeEntryId } = more;
  return {
    step: 'started',
    work: {
      kind: 'change',
      changeL: Math.max(0.01, Math.round(changeL * 100) / 100),
      how,
      bed,
      chain,
      grazingFilm,
      sourceId,
      ...(batchId === '' ? {} : { batchId }),
      ...(newWaterC === null ? {} : { newWaterC }),
      ...(dripMinutes !== null && how === 'dripped' ? { dripMinutes } : {}),
      ...(conditionerMl === null ? {} : { conditionerMl }),
      ...(changeEntryId === undefined ? {} : { changeEntryId }),
    },
  };
}
