import { supplyLogPayload, supplyPayload } from '#contracts/book';
import { diaryKind, type EntryCheck } from '../book';

export const supplyKind = diaryKind({
  kind: 'supply',
  on: 'supply',
  schema: supplyPayload,
  seeds: ({ name, startedOn }) => ({ kind: 'supply', name, startedOn }),
  state: ({ name }) => ({ slot: 'setUp', text: name }),
  print: ({ category, unit, expiresOn, purityFraction, pack }) =>
    [
      `supply: ${category}, in ${unit}`,
      ...(purityFraction === undefined ? [] : [`${Math.round(1000 * purityFraction) / 10} % pure`]),
      ...(pack === undefined ? [] : [`${pack.packValue} ${unit} cost ${pack.costValue}`]),
      ...(expiresOn === undefined ? [] : [`good until ${expiresOn}`]),
    ].join(', '),
});

/** A plain salt is weighed: it is of the sort “salt”, in grams. */
export const checkSupply: EntryCheck = (_tx, entry) => {
  if (entry.kind !== 'supply') return Promise.resolve([]);
  const { saltId, purityFraction, category, unit } = entry.payload;
  return Promise.resolve([
    ...(saltId !== undefined && category !== 'salt'
      ? [{ field: 'saltId', message: 'is only for supplies of the sort “salt”' }]
      : []),
    ...(saltId !== undefined && unit !== 'g' ? [{ field: 'unit', message: 'a salt is weighed: in g' }] : []),
    ...(saltId === undefined && purityFraction !== undefined
      ? [{ field: 'purityFraction', message: 'needs the salt it is the purity of' }]
      : []),
  ]);
};
export const supplyLogKind = diaryKind({
  kind: 'supply-log',
  on: 'supply',
  schema: supplyLogPayload,
  print: ({ event, value }) => `${event.replace('-', ' ')}: ${value}`,
});
