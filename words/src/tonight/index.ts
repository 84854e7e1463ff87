export { contributionWords } from './contributions';
export { shortVerdict } from './short';
export { leavesText } from './spans';
export { mindWords, ratchetWords, testWords } from './prospects';
export { beforeGroupShort, beforeGroupWords } from './round';
export { stepShort, stepWords, verdictWords } from './verdicts';
export { tonightPages } from './pages';
export { tonightAnswers } from './answers';
