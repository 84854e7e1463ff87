export { groupWords } from './groups';
export { doneWords, lineWords } from './lines';
export { countText, kindName, labelOf, shortOf, type NameOf } from './names';
