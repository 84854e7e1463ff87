export { supplyKind } from './supplies-kinds';
