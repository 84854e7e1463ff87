export { gateWords } from './gate';
