export { checkReadings, readingsKind } from './readings-kind';
export { calibrationKind, checkInstrument, instrumentKind, seenKind } from './instrument-kinds';
