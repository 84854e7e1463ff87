export { shellPages, titled } from './pages';
