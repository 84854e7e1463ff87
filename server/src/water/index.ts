export { changeKind, checkChange, checkTopUp, topUpKind } from './water-kind';
