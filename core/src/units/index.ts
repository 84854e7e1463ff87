export { convert, quantityNamed, spanToCanonical, unitNamed } from './convert';
export { doorFault } from './door';
export { instantMs, isDay } from './moments';
export { addDays, instantOf, knownZone, nightOn, nightsBetween } from './nights';
export { rangeOf, type Range } from './ranges';
export { quantities, type Quantity, type Unit } from './quantities';
export { atomicGPerMol, degreeCaco3MgPerL, degreeMeqPerL, degreeMmolPerL, species } from './weights';
export {
  amountRead,
  decimalsIn,
  fromUnit,
  inUnit,
  keepersUnit,
  stepInUnit,
  unitChoices,
  usualUnits,
  type KeepersUnits,
  type ShownUnit,
  type UnitQuestion,
} from './keeper';
export { notationOf, oneValue, writtenValue, type Notation } from './notation';
export { dayMs, hourMs, minuteMs, weekMs } from './spans';
