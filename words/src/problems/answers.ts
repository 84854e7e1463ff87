/** What the server answers about problems. */
export const problemsAnswers = {
  somethingInThisCannotBe: 'Something in this cannot be',
  thereIsNoSuch: (what: string) => `There is no such ${what}`,
  isNoThatIsKnown: (what: string) => `is no ${what} that is known here`,
  thisIsNotJsonWe: 'This is not JSON we can read',
  thisIsLargerThanMay: 'This is larger than may be sent here',
  thisIsNotAsLong: 'This is not as long as it said',
  thisBrokeOffBeforeIts: 'This broke off before its end',
  thisEncodingIsNotUnderstood: 'This encoding is not understood',
  sendItAgainInA: (title: string) => `${title} Send it again in a moment: what is written is written once.`,
  mbIsTheMost: (limit: number) => `: ${limit} MB is the most`,
  thisAddressCannotBeRead: 'This address cannot be read',
  thisCannotBeReadIt: 'This cannot be read: it is damaged or cut short',
  theDatabaseDoesNotAnswerJust: 'The database does not answer just now.',
  thereIsNoRoomOr: 'There is no room or no time for this just now.',
  thisTookLongerThanIt: 'This took longer than it may just now.',
  somethingFailedOnOurSide: 'Something failed on our side; nothing was written',
};
