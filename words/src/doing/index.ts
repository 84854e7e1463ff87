export { cautionWords, closingWords, stepWords, timerWords, workWords } from './doing';
