import type { ConsistencyReason } from '#core/almanac';
import { teller } from '#words/explain';

/** What the lines of a practice make of each other, as the end of a sentence. */
export const consistencyWords = teller<ConsistencyReason>({
  'lowest-over-ceiling': ({ leastUsPerCm, ceilingUsPerCm }) =>
    `even its lowest hardness takes about ${leastUsPerCm} µS/cm, over its ceiling of ${ceilingUsPerCm}`,
  'upper-over-ceiling': ({ leastUsPerCm, ceilingUsPerCm }) =>
    `its upper hardness takes about ${leastUsPerCm} µS/cm, over its ceiling of ${ceilingUsPerCm}: only the lower part of the hardness band can be met`,
  'air-over-band': ({ lowestValue, highestValue, lo, hi }) =>
    `in balance with air its KH gives pH ${lowestValue} to ${highestValue}; pH ${lo} to ${hi} needs added CO2, tannins or an active soil`,
  'air-under-floor': ({ highestValue, floorValue }) =>
    `in balance with air its KH gives at most pH ${highestValue}, under its floor of ${floorValue}`,
});
