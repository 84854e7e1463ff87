export { eventOf, readTanks, stockTold } from './residents';
