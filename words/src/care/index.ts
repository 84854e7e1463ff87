export {
  agentSortWords,
  blockWords,
  dayDoWords,
  doseReasonWords,
  doseText,
  exposedWords,
  notedWords,
  quarantineReasonWords,
  schoolWords,
  verdictWords,
  wayWords,
} from './care';
