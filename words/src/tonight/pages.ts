/** What the pages of tonight say. */
export const tonightPages = {
  planAChange: 'Plan a change',
  wasDueAgo: (minutes: string) => `was due ${minutes} ago`,
  nothingWasChanged: (why: string) => `${why}. Nothing was changed.`,
  waterToMix: 'Water to mix',
  allLookedAfter: 'All looked after',
  lookedFedFineInThe: (name: string) => `${name}: looked, fed, fine. In the book.`,
  keptOnThisDeviceSent: (name: string) => `${name}: kept on this device, sent when the server is back.`,
  tapWaterThatHasStood: 'tap water that has stood',
  tapWaterStraight: 'tap water, straight',
  tapWaterThroughASoftener: 'tap water through a softener',
  whatFitsAndTonight: 'What fits, and tonight',
  withGlassOfMmAnd: (glassMm: number, waterBelowRim: string) =>
    `, with glass of ${glassMm} mm and the water ${waterBelowRim} below the rim`,
};
