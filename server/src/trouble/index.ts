export { caseKind } from './trouble-kinds';
export { troubleContributions } from './trouble-contributions';
