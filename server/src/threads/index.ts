export { ThreadPool } from './pool';
