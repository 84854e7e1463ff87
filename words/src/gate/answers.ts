/** What the server answers about gate. */
export const gateAnswers = {
  isNoOtherTankIn: 'is no other tank in the book',
  endedOnBeginItAnew: (name: string, since: string) => `${name} ended on ${since}. Begin it anew to write to it again`,
};
