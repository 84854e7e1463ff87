/** What the server answers about water. */
export const waterAnswers = {
  isNotAWaterSource: 'is not a water source in the book',
  isNotAMineralAmong: 'is not a mineral among the supplies',
  somethingIsNamedTwice: 'something is named twice',
  theSharesMakeNotA: (percent: number) => `the shares make ${percent} %, not a whole`,
  thePartsMakeLNot: (pouredL: number, madeL: number) => `the parts make ${pouredL} L, not ${madeL} L`,
  soMuchDoesNotDissolve: (name: string, mostG: number) =>
    `so much ${name} does not dissolve in it: ${mostG} g at the most`,
  cannotBeWeighedLikeThat: 'cannot be weighed like that',
  isNoBatchInThe: 'is no batch in the book',
  isABatchOfAnother: 'is a batch of another water',
  lOfThisBatchAre: (before: number) => `${before} L of this batch are left`,
  lIsMoreThanThe: (givenL: number, netVolume: string) => `${givenL} L is more than the ${netVolume} L that are in it`,
  thisTankHasNoSet: 'this tank has no set-up, so its net volume is not known',
  isMoreThanTheL: (change: string) => `is more than the ${change} L that were changed; it is part of them`,
  isNotWhatTheseFigures: 'is not what these figures give',
  isNeededWhereTheAdvice: 'is needed where the advice was against the step',
};
