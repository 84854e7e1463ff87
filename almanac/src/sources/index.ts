export { sources, type Source } from './sources';
