/** What the server answers about sources. */
export const sourcesAnswers = {
  moreComesOutThanGoes: 'more comes out than goes in: are the two swapped?',
  moreAfterTheMembraneThan: 'more after the membrane than before it: are the two swapped?',
};
