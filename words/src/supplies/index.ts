export { supplyWords } from './supplies';
export { suppliesPages } from './pages';
export { suppliesAnswers } from './answers';
