export { endWords, equipmentReasonWords, equipmentWords } from './equipment';
