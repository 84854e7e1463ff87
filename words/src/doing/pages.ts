/** What the pages of doing say. */
export const doingPages = {
  itIsOnAgain: 'It is on again',
  theyAreOut: 'They are out',
  itIsOff: 'It is off',
  oneNotClosed: (changes: string) => `One ${changes} not closed`,
  openUntilTicked: (replaceAll: string) => `Open until ticked: ${replaceAll}.`,
};
