export { checkReadings, readingsKind } from './readings-kind';
export { calibrationKind, checkInstrument, instrumentKind, seenKind } from './instrument-kinds';
export { Devices } from './devices';
export { addToBuckets, type Bucket } from './devices-repo';
export { linkDevices, type DevicesLink } from './devices-link';
export { devicesRouter } from './devices-routes';
