/** What the server answers about tanks. */
export const tanksAnswers = {
  isNotAPracticeIn: (practice: string) => `“${practice}” is not a practice in the almanac`,
  needsAtLeastOneEnd: 'needs at least one end',
  mustLieAbove: (lo: number) => `must lie above ${lo}`,
};
