export { stockContributions } from './stock-contributions';
export { acclimationKind, arrivalKind, clearedKind, fedKind, ownKindKind, stockKind } from './stock-kinds';
export { stockView } from './stock-service';
