/** What the pages of hands say. */
export const handsPages = {
  movingATank: 'Moving a tank',
  longestWithoutHeatMin: (tank: string, minutes: number, isLong: string) =>
    ` Longest without heat: ${tank}, ${minutes} min${isLong}.`,
  longForASmallWarm: ', long for a small warm tank: better by itself',
  waitingForHeatersToCool: (waitMinutes: number, waitByStopMinutes: number, off: string) =>
    `Waiting for heaters to cool: ${waitMinutes} min in passes, ${waitByStopMinutes} min tank by tank.${off}`,
  byYourOwnRecordMin: (own: string) => `By your own record, min: ${own}.`,
  noFreeDrumHoldsIt: '; no free drum holds it',
  standsBeforeWhatItHas: (tank: string, group: string, nameOf: string) =>
    `${tank} (${group}) stands before ${nameOf}: what it has may go there by hands, hose and net.`,
  leavesItsBandWithinA: 'leaves its band within a day',
  leavesItsBandWithinDays: 'leaves its band within days',
  canWellWait: 'can well wait',
  moreThanThereAre: (overMinutes: number) => `, ${overMinutes} more than there are`,
  aboutOfMin: (stops: number, stops2: string, minutes: number, leftMinutes: number, over: string) =>
    `${stops} ${stops2}, about ${minutes} of ${leftMinutes} min${over}`,
  itsWaterMayGoOnto:
    'Its water may go onto a garden, not onto what is eaten raw; never into a pond, a ditch or a stream.',
  itsWaterGoesDownThe: (w: string) =>
    `Its water goes down the drain (${w}): never onto a garden, into a pond or a stream.`,
  notInTheBook: ', not in the book',
  cleanedDaysAgo: (days: number) => `, cleaned ${days} days ago`,
  waterHardlyMoves: ', water hardly moves',
  itsOwnNormalIsNot: 'its own normal is not known yet: measure once more after a cleaning',
  ofItsOwn: (percent: number, dueInDays: string) => `${percent} % of its own${dueInDays}`,
  itFellByAThird: ': it fell by a third, the sponge is due',
  atThisPaceTheSponge: (dueInDays: number) => `; at this pace the sponge is due in about ${dueInDays} days`,
  notInTheBook2: 'not in the book',
  theBedIsBegun: 'The bed is begun',
  theSpongeIsBegun: 'The sponge is begun',
  thatPartOfTheBed: 'That part of the bed',
  aNumberIsMissingFor: 'A number is missing for the seconds.',
  topsBackInMoreUntil: (rounds: number, rounds2: string) =>
    ` Tops back in: ${rounds} more ${rounds2} until it is dense enough to shape.`,
  howLongItTakesYou: 'How long it takes you here is known after three sessions with their minutes.',
  aSessionHereTakesYou: (minutes: number) => `A session here takes you about ${minutes} min by your own record.`,
  seenHereBeforeNotAs: (higherCount: number, trimsCount: number, moved: string) =>
    `Seen here before, not as a cause: in ${higherCount} of ${trimsCount} trims nitrate read higher within two weeks${moved}.`,
  theMiddleMgL: (moved: string, moved2: string) => `, the middle ${moved}${moved2} mg/L`,
  nothingWasForeseenToLeave: 'nothing was foreseen to leave its band, and nothing is read above it',
  sayFromWhenToWhen: 'Say from when to when.',
  itEndsAfterItBegins: 'It ends after it begins.',
  nothingIsForeseenToLeave: 'nothing is foreseen to leave its band',
  tooLowFrom: 'too low from',
  noAnimalsInTheBook: 'no animals in the book',
  noFeedingNeeded: 'no feeding needed',
  topUpWithAboutOf: (topUp: string) => `top up with about ${topUp} of pure water a day`,
  aCourseRunsHereEnd: (days: string) =>
    `A course runs here: ${days}. End it before, or leave somebody who is shown how.`,
  readingItsBook: 'reading its book …',
  lookTopUpFeedThe: 'look, top up, feed the portion of the day',
  lookTopUpNoFood: 'look, top up; no food',
  onlyAsYouWereShown: (text: string) => `${text}, only as you were shown`,
  nothingYetSomebodyIsAt: 'Nothing yet: somebody is at home.',
  aPortionIs: (portion: string) => `a portion is ${portion}`,
  atLeastDays: 'At least, days',
  ammoniaForeseenADay: 'Ammonia foreseen, a day',
  whatCameOfIt: 'What came of it',
  byLitresOrHeads: 'by litres or heads',
  notKnownYet: 'not known yet',
  onePersonMayLiftIt: 'one person may lift it',
  moreThanTwoPeopleShould: 'more than two people should lift: carry more out first',
  itsSizeIsNotIn: 'Its size is not in the book: no weight can be worked out.',
  theShelfBearsOfIts: (percent: number) => ` The shelf bears ${percent} % of its rating.`,
  filledAboutKgDrainedTo: (filledKg: number, movingKg: number, lifting: string, load: string) =>
    `Filled about ${filledKg} kg; drained to the bed, rock and wood out, about ${movingKg} kg: ${lifting}.${load}`,
  inOfNewWaterReady: (cansCount: number, cans: string, fresh: string) =>
    `in ${cansCount} ${cans}; ${fresh} of new water ready at its warmth`,
  theAnimalsAreInTheir: (inBagsHours: number, wholeHours: number) =>
    `The animals are in their boxes for about ${inBagsHours} h, the day takes about ${wholeHours} h.`,
  oxygenForAboutGOf: (animalsG: number, hours: string, hours2: number, temp: string, temp2: string) =>
    `Oxygen for about ${animalsG} g of animals: ${hours}. After ${hours2} h the water stands at ${temp} to ${temp2}.`,
  chooseTheTankFirst: 'Choose the tank first.',
  notGoodToday: 'not good today',
  thereIsNoTankWhose: 'There is no tank whose clock could start.',
  theOutageIsOver: 'The outage is over',
};
