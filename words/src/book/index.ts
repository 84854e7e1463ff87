export { groupWords } from './groups';
export { doneWords, lineWords } from './lines';
export { kindName, labelOf, shortOf, type NameOf } from './names';
export { bookPages } from './pages';
export { bookAnswers } from './answers';
