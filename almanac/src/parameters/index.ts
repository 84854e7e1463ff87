export { parameters } from './catalogue';
export { parameterWords } from './short';
