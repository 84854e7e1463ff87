/** What the server answers about stock. */
export const stockAnswers = {
  isNotAKindIn: (kind: string) => `“${kind}” is not a kind in the almanac, nor one of your own`,
  itsHighEndLiesBelow: 'its high end lies below its low end',
  isNeededHowManyOr: 'is needed: how many, or a span such as 10–20',
  isTheSameTank: 'is the same tank',
  isAPlant: (commonName: string) => `${commonName} is a plant`,
  doesNotCarryEggs: (commonName: string) => `${commonName} does not carry eggs`,
  noHasArrivedInThis: (commonName: string) => `no ${commonName} has arrived in this tank by then`,
  theseWereBornHereAnd: (days: number) => `these were born here and are not grown before ${days} days`,
  theBookKnowsOfAt: (count: number) => `the book knows of at most ${count} there; count them first`,
  mustBeAtLeastOne: 'must be at least one',
  isMoreThanArrived: 'is more than arrived',
  isNeededWhereSomethingSpeaks: 'is needed where something speaks against it',
  mustLieAbove: (range: number) => `must lie above ${range}`,
  aRangeNeedsAtLeast: 'a range needs at least one end',
  aPlantHasPlantNeeds: 'a plant has plant needs, an animal has habits',
  isNotAKindInThe: (base: string) => `“${base}” is not a kind in the almanac`,
};
