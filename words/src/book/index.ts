export { groupWords } from './groups';
export { doneWords, lineWords } from './lines';
export { kindName, labelOf, type NameOf } from './names';
