export { checkReadings, readingsKind } from './readings-kind';
