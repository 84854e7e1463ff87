export { almanacFaults, loadAlmanac, shippedAlmanac, type Almanac, type Fault } from './shelf';
