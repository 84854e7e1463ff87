export { ThreadEnded, ThreadPool } from './pool';
