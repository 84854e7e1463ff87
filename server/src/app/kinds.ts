import {
  checkPhoto,
  KindRegistry,
  photoKind,
  lookedKind,
  noteKind,
  registered,
  strikeKind,
  type BookDeps,
} from '../book';
import { calibrationKind, checkInstrument, checkReadings, instrumentKind, readingsKind, seenKind } from '../readings';
import { checkUnit, sourceKind, unitKind } from '../sources';
import { checkArrival, checkOwnKind, checkStock, stockKinds } from '../stock';
import { supplyKind, supplyLogKind } from '../supplies';
import { checkSetUp, factKind, setUpKind } from '../tanks';
import { changeKind, checkChange, checkTopUp, topUpKind } from '../water';

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
  registered(factKind),
  registered(unitKind),
  registered(stockKinds.stock),
  registered(stockKinds.arrival),
  registered(stockKinds.acclimation),
  registered(stockKinds.cycling),
  registered(stockKinds.fed),
  registered(stockKinds.cleared),
  registered(stockKinds.trim),
  registered(stockKinds.dose),
  registered(stockKinds.ownKind),
  registered(supplyKind),
  registered(supplyLogKind),
  registered(instrumentKind),
  registered(calibrationKind),
  registered(seenKind),
  registered(photoKind),
  registered(topUpKind),
]);

export const checks: BookDeps['checks'] = {
  'set-up': checkSetUp,
  readings: checkReadings,
  instrument: checkInstrument,
  change: checkChange,
  unit: checkUnit,
  stock: checkStock,
  arrival: checkArrival,
  'own-kind': checkOwnKind,
  photo: checkPhoto,
  'top-up': checkTopUp,
};
