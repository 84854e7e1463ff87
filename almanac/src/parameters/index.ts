export { parameters, parameterWords } from './catalogue';
