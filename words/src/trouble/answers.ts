/** What the server answers about trouble. */
export const troubleAnswers = {
  isNotKnown: 'is not known',
  isAfterTheCaseWas: 'is after the case was opened',
};
