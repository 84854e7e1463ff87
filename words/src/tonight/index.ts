export { contributionWords } from './contributions';
export { shortVerdict } from './short';
export { leavesText } from './spans';
export { mindWords, ratchetWords, testWords } from './prospects';
export { beforeGroupWords } from './round';
export { stepWords, verdictWords } from './verdicts';
