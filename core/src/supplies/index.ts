export {
  supplyCategories,
  supplyState,
  supplyUnits,
  unitCost,
  type SupplyCategory,
  type SupplyEvent,
  type SupplyState,
  type SupplyUnit,
} from './supplies';
