/** What the pages of almanac say. */
export const almanacPages = {
  doesNotClose: 'Does not close:',
  closesOnlyInPart: 'Closes only in part:',
  closesWithHelp: 'Closes with help:',
  almanac: 'Almanac',
  versionWhereSchoolsDisagreeThey: (version: string | number) =>
    `Version ${version}. Where schools disagree they stand side by side; what a school does not say is blank.`,
  whatIsKnownAboutTrouble: 'What is known about trouble',
  hasAPageOfIts: 'has a page of its own.',
  practices: 'Practices',
  school: 'School',
  against: (practice: string | number, why: string | number) => `Against “${practice}”: ${why}`,
  conductivityBandsThatTheTrade:
    'Conductivity bands that the trade gives in pen ppm, factor unstated, are shown at their widest (0.5 to 0.7).',
  limits: 'Limits',
  howFarOneStepMay: 'How far one step may go',
  limitsAdviseTheyNeverForbid:
    'Limits advise; they never forbid. In an emergency waiting can be the greater harm. New arrivals count one class lower for a month.',
  sources: 'Sources',
};
