export {
  shortfall,
  supplyCategories,
  supplyState,
  supplyUnits,
  unitCost,
  type SupplyCategory,
  type SupplyEvent,
  type SupplyReason,
  type SupplyState,
  type SupplyUnit,
} from './supplies';
