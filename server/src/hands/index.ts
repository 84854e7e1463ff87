export { handsKind } from './hands-kinds';
export { handsContributions } from './hands-contributions';
