export { supplyWords } from './supplies';
