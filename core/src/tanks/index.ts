export { groundOf, shapeMeasures, tankShapes, type Footprint, type TankShape } from './footprint';
export { netLitres, netVolume, usualGeometry, type NetVolume, type TankGeometry } from './volume';
export { doseExcess, tankWeight, type BedKind, type TankWeight } from './weight';
export {
  conditions,
  equipmentFindings,
  type EquipmentReason,
  equipmentItems,
  newThings,
  sharedThings,
  sights,
  tankStages,
  type EquipmentFinding,
  type EquipmentItem,
  type EquipmentState,
  type NewThing,
  type TankStage,
} from './facts';
export { tankLife, thingEnds, waterEnds, type TankLifeStep, type ThingEnd, type WaterEnd } from './life';
