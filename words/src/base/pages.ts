/** What the pages of base say. */
export const basePages = {
  theTanksAndTheirVerdicts: 'the tanks and their verdicts',
  theYearOfThisWater: 'the year of this water',
  whoLivesWhere: 'who lives where',
  whatWasWritten: 'what was written',
  theEveningsWater: 'the evening’s water',
  whatBuildsUp: 'what builds up',
  whatIsBeingDone: 'what is being done',
  whatWasLearnt: 'what was learnt',
  theAnswerCannotBeRead: 'The answer cannot be read',
  theServerCannotBeReached: 'The server cannot be reached',
  theServerAnswered: (status: number) => `The server answered ${status}`,
  inTheBook: (what: string) => `${what}: in the book.`,
  keptOnThisDeviceSent: (what: string) => `${what}: kept on this device, sent when the server is back.`,
  theWorkerCouldNotBe: 'the worker could not be started',
};
