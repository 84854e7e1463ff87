export { seedDemo, setUpEmpty } from './seed';
