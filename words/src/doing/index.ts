export { cautionWords, closingWords, offWords, stepWords, timerWords, workWords } from './doing';
