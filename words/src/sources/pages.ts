/** What the pages of sources say. */
export const sourcesPages = {
  fromAboutToBetweenAnd: (before: string, after: string, zone: string, zone2: string) =>
    `from about ${before} to ${after} between ${zone} and ${zone2}`,
  noStepInIt: 'no step in it',
  tapAgedADayWith: 'tap, aged a day with air',
  tapThroughASoftener: 'tap through a softener',
  roAndDeioniser: 'RO and deioniser',
  mixedInADrum: 'mixed in a drum',
};
