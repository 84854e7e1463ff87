export { practiceConsistency, type ConsistencyFinding, type ConsistencyReason } from './consistency';
export { bandsInForce, hangsOnFactor, penBand, type BandLine, type Practice } from './practice';
