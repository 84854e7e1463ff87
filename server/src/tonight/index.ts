export {
  bandsOf,
  dated,
  everyParameter,
  latestWater,
  tankLine,
  tonightSheet,
  verdictOf,
  type TonightDeps,
} from './tonight-service';
export { readChanges, readHistory, readNewest, readTanks, type ReadingRow, type TankRow } from './tonight-repo';
