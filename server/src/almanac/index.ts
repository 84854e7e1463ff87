export { almanacView } from './almanac-service';
