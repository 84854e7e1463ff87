export { supplyKind, supplyLogKind } from './supplies-kinds';
