export { handsContributions } from './hands-contributions';
export { readHandsFound } from './hands-found';
