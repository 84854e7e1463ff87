export { bandsOf, dated, everyParameter, latestWater, verdictOf } from './judging';
export { benchView } from './bench';
export { noProspect, type Prospect } from './prospect';
export { Prospects } from './prospects';
export { foreseenVerdict, tankLine, tonightSheet, type TonightDeps } from './tonight-service';
export {
  readChanges,
  readHistory,
  readNewest,
  readSetUps,
  readTanks,
  type ReadingRow,
  type TankRow,
} from './tonight-repo';
