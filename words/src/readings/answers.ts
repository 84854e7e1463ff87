/** What the server answers about readings. */
export const readingsAnswers = {
  bothEndsAreOpenSo: 'both ends are open, so the reading says nothing',
  liesAboveTheHighEnd: (hi: number) => `lies above the high end ${hi}`,
  standsTwiceInThisSet: (parameter: string) => `${parameter} stands twice in this set`,
  isNotAKnownParameter: 'is not a known parameter',
  canOnlyBeTo: (parameter: string, lo: number, hi: number, unit: string) =>
    `${parameter} can only be ${lo} to ${hi}${unit}`,
  sendInsistedTrueToKeep: (why: string) => `${why}; send insisted: true to keep it`,
  mustMeasureSomethingOrBe: 'must measure something, or be a device on the wire',
  mustRiseFromColourTo: 'must rise from colour to colour',
  oneColourIsNoChart: 'one colour is no chart; leave it empty or give two and more',
  aChartWithItsColours: 'a chart with its colours is for one parameter; make one for each field of a strip',
  aValueBeforeItSaid: 'a value before it said what it is',
  isNotAmongWhatItMeasures: (parameter: string) => `${parameter} is not among what it measures`,
  cannotBe: (value: string, lo: string | number, hi: string | number) => `${value} cannot be (${lo} to ${hi})`,
};
