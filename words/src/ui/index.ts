export { uiPages } from './pages';
