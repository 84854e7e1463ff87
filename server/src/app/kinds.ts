import { KindRegistry, lookedKind, noteKind, registered, strikeKind, type BookDeps } from '../book';
import { checkReadings, readingsKind } from '../readings';
import { sourceKind } from '../sources';
import { checkSetUp, setUpKind } from '../tanks';
import { changeKind, checkChange } from '../water';

/**
 * The composition root of the book: every slice's kind of entry, in the order in which they are projected. Set-ups
 * come first, because a change is a fraction of the net volume in force.
 */
export const kinds = new KindRegistry([
  registered(setUpKind),
  registered(sourceKind),
  registered(strikeKind),
  registered(readingsKind),
  registered(changeKind),
  registered(lookedKind),
  registered(noteKind),
]);

export const checks: BookDeps['checks'] = { 'set-up': checkSetUp, readings: checkReadings, change: checkChange };
