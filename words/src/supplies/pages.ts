/** What the pages of supplies say. */
export const suppliesPages = {
  wholeDaysFrom1As: 'whole days from 1, as 1 3 5',
  aDayAndAPer: 'a day and a per cent, as 5 25%',
  aWeekFrom: 'a week, from',
  aPriceNeedsBothWhat: 'A price needs both: what a pack holds, and what it costs.',
  theLabelIsNotWhole: 'The label is not whole: nothing was written, what you typed stands.',
};
