export { sourceKind } from './sources-kind';
export { sourceHistory, sourceList } from './sources-service';
export { checkUnit, unitKind } from './unit-kind';
