export { changeKind, checkChange } from './water-kind';
