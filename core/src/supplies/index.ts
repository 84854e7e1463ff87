export {
  supplyCategories,
  supplyState,
  supplyUnits,
  type SupplyCategory,
  type SupplyEvent,
  type SupplyState,
  type SupplyUnit,
} from './supplies';
