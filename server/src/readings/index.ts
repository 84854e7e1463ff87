export { readingsKind } from './readings-kind';
export {
  readHistories,
  readWithin,
  readHistory,
  readNewestBy,
  readNewestReadings,
  type HistoryRow,
  type NewestReadings,
  type ReadingRow,
} from './readings-repo';
export { instrumentKind, seenKind } from './instrument-kinds';
export { Devices } from './devices';
export { addToBuckets, type Bucket } from './devices-repo';
export { linkDevices, type DevicesLink } from './devices-link';
export { serveDevices } from './devices-routes';
