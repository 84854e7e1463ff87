export { newestByOf, newestFaults, newestOf, newlyIn, type SlotItem, type TankSlot } from './newest';
export { equipmentOf, latestWater, stageOf } from './tank';
export { tanksContributions } from './tanks-contributions';
export { factKind, setUpKind } from './tanks-kinds';
export { netVolumeInForce, netVolumeInForceOf, readSetUps, readTankRows, type Tank, type TankRow } from './tanks-repo';
