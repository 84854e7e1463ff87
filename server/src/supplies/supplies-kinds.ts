import { careKnowledge } from '#almanac/care';
import type { SupplyPayload } from '#contracts/book';
import { suppliesAnswers } from '#words/supplies';
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
    ? [{ field: 'saltId', message: suppliesAnswers.isOnlyForSuppliesOf }]
    : []),
  ...(saltId !== undefined && unit !== 'g' ? [{ field: 'unit', message: suppliesAnswers.aSaltIsWeighedIn }] : []),
  ...(saltId === undefined && purityFraction !== undefined
    ? [{ field: 'purityFraction', message: suppliesAnswers.needsTheSaltItIs }]
    : []),
  ...(medicine !== undefined && category !== 'medicine'
    ? [{ field: 'medicine', message: suppliesAnswers.isOnlyForSuppliesOfThe }]
    : []),
  ...(medicine?.agentIds.some((id) => !agentIds.has(id))
    ? [{ field: 'medicine', message: suppliesAnswers.namesNoKnownAgent }]
    : []),
];
