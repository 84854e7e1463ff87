export { eventOf, readTanks, stockTold } from './lodgers';
