export { practiceConsistency, type ConsistencyFinding, type ConsistencyReason } from './consistency';
export {
  bandAhead,
  bandsInForce,
  hangsOnFactor,
  penBand,
  penPpmOfBand,
  schoolClash,
  type SchoolClash,
  type AskedBy,
  type Asker,
  type BandLine,
  type Practice,
} from './practice';
