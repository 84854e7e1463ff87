/** What the pages of care say. */
export const carePages = {
  planACourse: 'Plan a course',
  dipsAndBaths: 'Dips and baths',
  whoTouchedWhom: 'Who touched whom',
  carbonOrResinBackIn: 'Carbon or resin back in',
  uvAndOzoneOnAgain: 'UV and ozone on again',
  lightLidAndAirAs: 'Light, lid and air as they were',
  ammoniaAndNitriteDailyFor: 'Ammonia and nitrite daily for a week more',
  theLastMealsWereNot:
    'The last meals were not eaten by all: what is not eaten does not heal. In the water instead, or back to the veterinarian.',
  itHasBeenPausedSince: (pausedOn: string) =>
    `It has been paused since ${pausedOn}: what is still to come moves with it.`,
  wasChangedForTheReplaced: (percent: number, at: string, give: string) =>
    `${percent} % was changed ${at}: ${give}, for the replaced water only, unless the label says otherwise`,
  notTestedTodayTheFilter: (parameter: string) =>
    `Not tested today: ${parameter}. The filter may be hit; a conditioner that binds ammonia at hand.`,
  ofADoseIs: (percent: number) => `${percent} % of a dose is`,
  byItsChangesAloneAbout: (share: string, count: string) =>
    `By its changes alone about ${share} still in this water: ${count} changes of a quarter until it no longer counts. Until then nothing moves in that it harms, and its water goes into no other tank and no garden.`,
  cleanWaterAndFoodNo: 'clean water and food, no clock',
  endsOnSetIt: (exitOn: string, setBy: string, clockStartOn: string) =>
    `Ends ${exitOn}: ${setBy} on ${clockStartOn} set it.`,
  noEndWhileASign: 'No end while a sign is there.',
  inWaterThisCoolThe: (stretchedExitOn: string) =>
    `In water this cool the parasites need longer: better ${stretchedExitOn}.`,
  besideThemSince: (count: number, commonName: string, on: string) => `${count} ${commonName} beside them since ${on}.`,
  theBookDoesNotSay: 'the book does not say',
  theCourseIsPaused: 'The course is paused',
  theCourseGoesOn: 'The course goes on',
  theReplacedWaterIsDosed: 'The replaced water is dosed',
  onAgainAfterTheMeal: 'on again after the meal',
  takeOutWhatWasNot: 'take out what was not eaten',
  theAlarmsOfTheMeal: 'The alarms of the meal',
  theCourseIsEnded: 'The course is ended',
  theCourseIsEndedWith: 'The course is ended with its parts',
  isNeededSomethingStandsIn: 'is needed: something stands in the way, and the reason is kept',
  theNewestArrival: 'the newest arrival',
  aWetContact: 'a wet contact',
  theEndOfASign: 'the end of a sign',
  theEndOfATreatment: 'the end of a treatment',
  nothingOfWhatIsKnown: 'Nothing of what is known speaks against it.',
  withCautionOneAnimalIn: 'With caution: one animal in a tub of its own first, for a day.',
  notLikeThisOnlyWith: 'Not like this: only with a reason that is kept.',
  neverPeopleWouldBeHarmed: 'Never: people would be harmed. No reason opens this.',
  theHouseHasNotTold: 'The house has not told yet what lives in it.',
  saidInFullBelowIt: 'Said in full below, it is held against what lives here.',
  waterTestedTonightAndPut: 'Water tested tonight and put right',
  carbonResinAndZeoliteOut: 'Carbon, resin and zeolite out; UV and ozone off',
  airUpLidOnLight: 'Air up, lid on, light as the agent needs',
  aWayOutStandsReady: 'A way out stands ready: water for a change, carbon',
  pastItsDateItMay: 'Past its date: it may do less or harm more. A new one, or a reason.',
  itsLabelSaysOfKinds: (kinds: string) => `Its label says of kinds: ${kinds}`,
  itHoldsEachIsChecked: (nameOf: string) => `It holds ${nameOf}: each is checked.`,
  thatIsEnough: 'that is enough',
  aDoseInAllIn: (perDose: string, need: string, left: string, buy: string) =>
    `${perDose} a dose, ${need} in all; ${left} in the cupboard: ${buy}.`,
  wholeDaysFrom1As: 'whole days from 1, as 1 3 5',
  aDayAndAPer: 'a day and a per cent, as 5 25%',
  byTheLabelsTheDose: (label: string, percent: number) =>
    `By the label’s ${label} the dose would be ${percent} % of this.`,
  inAllOver: (give: string, days: string) => `${give} in all, over ${days}`,
  stillInThisWaterBy: (share: string, productName: string) =>
    `Still in this water by its changes alone: ${share} of a dose of ${productName}.`,
  againstWhiteSpotAtAgain: (temp: string, redoseDays: string, redoseDays2: string, treatAtLeastDays: number) =>
    `Against white spot at ${temp}: again every ${redoseDays} to ${redoseDays2} days, at least ${treatAtLeastDays} days after the last spot; a course that ends when the spots vanish fails.`,
  againstWhiteSpotAtHeat: (temp: string, treatAtLeastDays: number) =>
    `Against white spot at ${temp} heat alone works: ${treatAtLeastDays} days.`,
  notLikeThis: (against: string) => `Not like this: ${against}`,
  whatTheFoodIsMade: 'what the food is made with',
  whatOnePackTreats: 'what one pack treats',
  ofTheTicksAbove: (untickedCount: number) => `${untickedCount} of the ticks above`,
  endsAsOfToday: (exitOn: string) => `Ends ${exitOn} as of today.`,
  thereIsEnoughInIt: 'There is enough in it already: weigh nothing.',
  weighGForNetPortions: (
    mass: string,
    netVolume: string,
    portionsGCount: number,
    portion: string,
    portionEveryHours: number,
  ) =>
    `Weigh ${mass} g for ${netVolume} net: ${portionsGCount} portions of ${portion} g, one every ${portionEveryHours} hours.`,
  withEachChangeOfPut: (percent: number, replace: string) =>
    `With each change of ${percent} % put back ${replace} g, dissolved in the new water; for what evaporates nothing.`,
  broughtDownByOfFresh: (downChangesCount: number, downChanges: string) =>
    `Brought down by ${downChangesCount} ${downChanges} of fresh water, on days of their own.`,
  thePenWillShowAbout: (rise: string) => `The pen will show about ${rise} more: that is the salt, and no alarm.`,
  againstTheNitriteInIt: (byNitrogen: string, byIon: string) =>
    `Against the nitrite in it: ${byNitrogen} g/L by ten to one of its nitrogen, ${byIon} g/L by the cautious reading, of the ion. It buys time; the nitrite still has to go.`,
  sodiumHypochloriteByWeight: 'sodium hypochlorite, by weight',
  sodiumHypochloriteByVolume: 'sodium hypochlorite, by volume',
  availableChlorineByVolume: 'available chlorine, by volume',
  availableChlorineByWeight: 'available chlorine, by weight',
  saysTheLitresThePer:
    'says the litres, the per cent of the label, the days since it was opened and the strength wanted',
  cannotBeTheBottleDoes: 'cannot be: the bottle does not hold that, or a number is out of range',
  bleachDipMlInMg: (ml: string, water: string, mg: string) => `bleach dip: ${ml} mL in ${water}, ${mg} mg/L`,
  publishedFromMemory: 'Published, from memory',
  commonPracticeFromMemory: 'Common practice, from memory',
  newAnimalsCameInIts: (zone: string) =>
    `New animals came in: its equipment stays its own until ${zone} (a careful school).`,
  notUsedYet: 'not used yet',
  itWasInAndNot: (tank: string) => `It was in ${tank} and not dipped since: dip it first.`,
  whiteSpotCostiaColumnaris14: 'white spot, costia, columnaris: 14 days',
  flukesVelvetOrCoolWater: 'flukes, velvet, or cool water: 28 days',
  camallanusWormsAndParasitesOf: 'Camallanus, worms and parasites of shrimp: 90 days',
  tuberculosisAYear: 'tuberculosis: a year',
  mayHaveGivenIt: 'may have given it',
  mayHaveGotIt: 'may have got it',
  mayHaveGivenItTo: (sourcesCount: number, sick: string, exposedCount: number) =>
    `${sourcesCount} may have given it to ${sick}, ${exposedCount} may have got it.`,
  byWhichWay: 'By which way',
  onlyWithAPrescription: 'Only with a prescription.',
  prescriptionOrNoneByCountry: 'Prescription or none by country: the law there holds.',
};
