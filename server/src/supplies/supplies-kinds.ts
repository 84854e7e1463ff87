import { supplyLogPayload, supplyPayload } from '#contracts/book';
import { diaryKind } from '../book';

export const supplyKind = diaryKind({
  kind: 'supply',
  on: 'supply',
  schema: supplyPayload,
  seeds: ({ name, startedOn }) => ({ kind: 'supply', name, startedOn }),
  state: ({ name }) => ({ slot: 'setUp', text: name }),
  print: ({ category, unit, expiresOn }) =>
    `supply: ${category}, in ${unit}${expiresOn === undefined ? '' : `, good until ${expiresOn}`}`,
});
export const supplyLogKind = diaryKind({
  kind: 'supply-log',
  on: 'supply',
  schema: supplyLogPayload,
  print: ({ event, value }) => `${event.replace('-', ' ')}: ${value}`,
});
