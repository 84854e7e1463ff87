export {
  endedSince,
  newestByOf,
  newestFaults,
  newestOf,
  newlyIn,
  ofThisLife,
  type SlotItem,
  type TankSlot,
} from './newest';
export { equipmentOf, latestWater, stageOf } from './tank';
export { tanksContributions } from './tanks-contributions';
export { factKind, setUpKind } from './tanks-kinds';
export { tankRows } from './tank-rows';
export {
  netVolumeInForce,
  netVolumeInForceOf,
  readEndedTanks,
  readSetUps,
  type Tank,
  type TankRow,
  type TanksAsked,
} from './tanks-repo';
