export { basePages } from './pages';
