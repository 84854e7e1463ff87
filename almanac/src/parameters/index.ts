export { parameters } from './catalogue';
