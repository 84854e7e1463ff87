import type { StockPayload } from '#contracts/book';
import { kindName } from '#words/book';
import type { KindModule } from '../book';
import { newlyIn } from '../tanks';
import { arrivalFaults, ownKindFaults, stockFaults } from './stock-checks';

/** Events that may mean something is wrong. */
const alarming: readonly StockPayload['event'][] = ['died', 'missing', 'sign', 'counted'];

export const stockKind: KindModule<'stock'> = {
  check: stockFaults,
  moves: true,
  done: ({ event, kindId, strain, count, sign }) => ({
    slot: 'stock',
    done: { id: 'stock', facts: { event, kindId, strain, count, sign } },
  }),
  newly: ({ event }, entryId) => [
    ...(alarming.includes(event) ? [newlyIn('alarming', { event })] : []),
    // Moults of a kind answer what is asked after a change; how many is judged with its population.
    ...(event === 'moulted'
      ? [newlyIn('seen', { entryId, deathsCount: 0, behaviour: null, changeEntryId: null })]
      : []),
  ],
};
export const arrivalKind: KindModule<'arrival'> = {
  check: arrivalFaults,
  moves: true,
  done: ({ kindId, strain, count }) => ({ slot: 'stock', done: { id: 'arrival', facts: { kindId, strain, count } } }),
  newly: ({ kindId, strain }) => [newlyIn('new', { what: 'animal', name: kindName(kindId, strain), gone: false })],
};
export const acclimationKind: KindModule<'acclimation'> = {
  newly: (payload) => [
    newlyIn('drip', {
      arrivalId: payload.arrivalId,
      step: payload.step,
      durationMinutes: payload.step === 'started' ? payload.durationMinutes : null,
    }),
  ],
};
export const fedKind: KindModule<'fed'> = {
  done: ({ foodId, foodG }) => ({ slot: 'fed', done: { id: 'fed', facts: { foodId, foodG } } }),
  newly: ({ foodId, clearedMinutes }, entryId) =>
    clearedMinutes === undefined ? [newlyIn('fed', { foodId, entryId })] : [],
};
export const clearedKind: KindModule<'cleared'> = {
  newly: ({ fedEntryId }) => [newlyIn('cleared', { fedEntryId })],
};
export const ownKindKind: KindModule<'own-kind'> = {
  moves: true,
  faults: ({ payload }) => ownKindFaults(payload),
  seed: ({ kind, startedOn }) => ({ name: kind.id, startedOn }),
  done: ({ kind }) => ({ slot: 'setUp', done: { id: 'set-up', facts: { name: kind.commonName } } }),
};
