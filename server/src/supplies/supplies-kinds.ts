import type { SupplyPayload } from '#contracts/book';
import type { FieldFault } from '../problems';
import type { KindModule } from '../book';

export const supplyKind: KindModule<'supply'> = {
  faults: ({ payload }) => supplyFaults(payload),
  seed: ({ name, startedOn }) => ({ name, startedOn }),
  done: ({ name }) => ({ slot: 'setUp', done: { id: 'set-up', facts: { name } } }),
};

/** A plain salt is weighed: it is of the sort “salt”, in grams. */
const supplyFaults = ({ saltId, purityFraction, category, unit }: SupplyPayload): FieldFault[] => [
  ...(saltId !== undefined && category !== 'salt'
    ? [{ field: 'saltId', message: 'is only for supplies of the sort “salt”' }]
    : []),
  ...(saltId !== undefined && unit !== 'g' ? [{ field: 'unit', message: 'a salt is weighed: in g' }] : []),
  ...(saltId === undefined && purityFraction !== undefined
    ? [{ field: 'purityFraction', message: 'needs the salt it is the purity of' }]
    : []),
];
