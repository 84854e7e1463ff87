export { readSources } from './sources-repo';
export { sourceKind } from './sources-kind';
export { sourceHistory, sourceList } from './sources-service';
export { unitKind } from './unit-kind';
