export { consistencyWords } from './consistency';
