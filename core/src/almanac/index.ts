export { practiceConsistency, type ConsistencyFinding } from './consistency';
export { bandsInForce, hangsOnFactor, penBand, type BandLine, type Practice } from './practice';
