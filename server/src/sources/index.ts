export { sourceKind } from './sources-kind';
export { sourceList } from './sources-service';
