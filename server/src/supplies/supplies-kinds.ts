import { careKnowledge } from '#almanac/care';
import type { SupplyPayload } from '#contracts/book';
import type { FieldFault } from '../problems';
import type { KindModule } from '../book';

export const supplyKind: KindModule<'supply'> = {
  faults: ({ payload }) => supplyFaults(payload),
  seed: ({ name, startedOn }) => ({ name, startedOn }),
  done: ({ name }) => ({ slot: 'setUp', done: { id: 'set-up', facts: { name } } }),
};

const agentIds: ReadonlySet<string> = new Set(careKnowledge.agents.map((a) => a.id));
/** A plain salt is weighed: it is of the sort “salt”, in grams. */
const supplyFaults = ({ saltId, purityFraction, category, unit, medicine }: SupplyPayload): FieldFault[] => [
  ...(saltId !== undefined && category !== 'salt'
    ? [{ field: 'saltId', message: 'is only for supplies of the sort “salt”' }]
    : []),
  ...(saltId !== undefined && unit !== 'g' ? [{ field: 'unit', message: 'a salt is weighed: in g' }] : []),
  ...(saltId === undefined && purityFraction !== undefined
    ? [{ field: 'purityFraction', message: 'needs the salt it is the purity of' }]
    : []),
  ...(medicine !== undefined && category !== 'medicine'
    ? [{ field: 'medicine', message: 'is only for supplies of the sort “medicine”' }]
    : []),
  ...(medicine?.agentIds.some((id) => !agentIds.has(id))
    ? [{ field: 'medicine', message: 'names no known agent' }]
    : []),
];
