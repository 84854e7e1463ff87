import { unitPayload, type UnitPayload } from '#contracts/book';
import type { FieldFault } from '../app';
import { diaryKind, type EntryCheck } from '../book';

const figure = (value: number | null): string => (value === null ? 'not measured' : `${value} µS/cm`);

export const unitKind = diaryKind({
  kind: 'unit',
  on: 'source',
  schema: unitPayload,
  print: ({ madeL, inUsPerCm, betweenUsPerCm, outUsPerCm, renewed }: UnitPayload) =>
    `RO unit at ${madeL} L: in ${figure(inUsPerCm)}${betweenUsPerCm === null ? '' : `, after the membrane ${figure(betweenUsPerCm)}`}, out ${figure(outUsPerCm)}${renewed.length > 0 ? `; new ${renewed.join(' and ')}` : ''}`,
});

/** Water does not become saltier by a membrane that works; more out than in is two readings swapped. */
export const checkUnit: EntryCheck = (_tx, entry) => {
  if (entry.kind !== 'unit') return [];
  const { inUsPerCm, outUsPerCm, betweenUsPerCm } = entry.payload;
  const faults: FieldFault[] = [];
  if (inUsPerCm !== null && outUsPerCm !== null && outUsPerCm > inUsPerCm)
    faults.push({ field: 'outUsPerCm', message: 'more comes out than goes in: are the two swapped?' });
  if (inUsPerCm !== null && betweenUsPerCm !== null && betweenUsPerCm > inUsPerCm)
    faults.push({ field: 'betweenUsPerCm', message: 'more after the membrane than before it: are the two swapped?' });
  return faults;
};
