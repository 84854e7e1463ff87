/** What the server answers about supplies. */
export const suppliesAnswers = {
  isOnlyForSuppliesOf: 'is only for supplies of the sort “salt”',
  aSaltIsWeighedIn: 'a salt is weighed: in g',
  needsTheSaltItIs: 'needs the salt it is the purity of',
  isOnlyForSuppliesOfThe: 'is only for supplies of the sort “medicine”',
  namesNoKnownAgent: 'names no known agent',
};
