export { equipmentReasonWords, equipmentWords } from './equipment';
