/** What the pages of almanac say. */
export const almanacPages = {
  doesNotClose: 'Does not close:',
  closesOnlyInPart: 'Closes only in part:',
  closesWithHelp: 'Closes with help:',
};
