/** Exact by definition: 231 cubic inches. */
export const litresPerUsGallon = 3.785411784;
/** One per cent available chlorine is 10 g in a litre. */
export const gPerLPerPercent = 10;
/** mg of sodium thiosulfate pentahydrate for each mg of chlorine: 2 Na2S2O3.5H2O to one Cl2, by tetrathionate. */
export const thiosulfateMgPerMg = 7;
