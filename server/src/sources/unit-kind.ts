import type { UnitPayload } from '#contracts/book';
import { sourcesAnswers } from '#words/sources';
import type { FieldFault } from '../problems';
import type { KindModule } from '../book';

export const unitKind: KindModule<'unit'> = { faults: ({ payload }) => unitFaults(payload) };

/** Water does not become saltier by a membrane that works; more out than in is two readings swapped. */
function unitFaults({ inUsPerCm, outUsPerCm, betweenUsPerCm }: UnitPayload): FieldFault[] {
  const faults: FieldFault[] = [];
  if (inUsPerCm !== null && outUsPerCm !== null && outUsPerCm > inUsPerCm)
    faults.push({ field: 'outUsPerCm', message: sourcesAnswers.moreComesOutThanGoes });
  if (inUsPerCm !== null && betweenUsPerCm !== null && betweenUsPerCm > inUsPerCm)
    faults.push({ field: 'betweenUsPerCm', message: sourcesAnswers.moreAfterTheMembraneThan });
  return faults;
}
