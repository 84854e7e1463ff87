export { leavesUnchangedWords } from './evening';
