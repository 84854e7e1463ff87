/** What the server answers about tonight. */
export const tonightAnswers = {
  fromPhAndKh: 'from pH and KH',
  levelTonightEstimatedFourTimes: 'Level tonight, estimated (four times in five)',
  productionAWeekEstimated: 'Production a week, estimated',
  usualInThisTankFrom: (readingCount: number) =>
    `Usual in this tank, from ${readingCount} readings of half a year (3.5 of its own spread)`,
  routineFromTheLastChanges: 'Routine, from the last changes',
};
