export { contributionWords } from './contributions';
export { leavesText } from './spans';
export { mindWords, ratchetWords, slowWords, testWords } from './prospects';
export { stepWords, verdictWords } from './verdicts';
