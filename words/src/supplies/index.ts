export { supplyWords } from './supplies';
export { suppliesPages } from './pages';
