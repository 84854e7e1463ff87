export { checkSupply, supplyKind, supplyLogKind } from './supplies-kinds';
