export { cautionWords, closingWords, stepWords, timerWords, workWords } from './doing';
export { doingPages } from './pages';
