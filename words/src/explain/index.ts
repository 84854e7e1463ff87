export { teller, type Sentences } from './tell';
