export { eventOf, readTanks } from './lodgers';
