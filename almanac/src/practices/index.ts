export { practices } from './practices';
