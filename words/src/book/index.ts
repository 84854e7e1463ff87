export { groupWords } from './groups';
export { doneWords, lineWords } from './lines';
export { kindName, labelOf, parameterOf, shortOf, type NameOf } from './names';
