export { groupWords } from './groups';
export { doneWords, lineWords } from './lines';
export { countText, figure, foodName, kindName, labelOf, parameterOf, percent, spaced, type NameOf } from './names';
