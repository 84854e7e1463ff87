/** What the pages of readings say. */
export const readingsPages = {
  insideTheBand: 'inside the band',
  outsideTheBand: 'outside the band',
  cannotTellItCrossesThe: 'cannot tell: it crosses the limit',
  thePensFactorNotBeing: ', the pen’s factor not being known',
  pointsBetweenAnd: (label: string, bucketsCount: number, lo: number, hi: number) =>
    `${label}: ${bucketsCount} points, between ${lo} and ${hi}`,
  notMovedSinceItsLast: 'not moved since its last value: put it into this tank',
  isNoCountWrite3: (text: string) => `“${text}” is no count; write 3, 3-5 or 10+.`,
  asItIs: 'as it is',
  beforeAChange: 'before a change',
  afterAChange: 'after a change',
  ofInTheBook: (valuesCount: number, values: string, subjectName: string) =>
    `${valuesCount} ${values} of ${subjectName} in the book.`,
  keptOnThisDeviceSent: 'Kept on this device, sent when the server is back.',
  nothingWasTakenFor: (tankName: string, cell: string, why: string) =>
    `Nothing was taken for ${tankName}, ${cell}: ${why}`,
  theDeviceIsNotOn: 'the device is not on the wire.',
  takenFromSteady: (tankName: string, cell: string, value: number, device: string) =>
    `${tankName}, ${cell}: ${value} taken from ${device}, steady.`,
  cellsLaidIn: (count: number, lost: string) => `${count} cells laid in.${lost}`,
  fellOffTheGridAnd: (lostCount: number) => ` ${lostCount} fell off the grid and are not in it.`,
  noDeviceOnTheWire: 'No device on the wire feeds this column; choose or set up one under Kits and instruments.',
  inTheBook: (size: number, size2: string, left: string) => `${size} ${size2} in the book.${left}`,
  stillOnTheBench: (left: number) => ` ${left} still on the bench.`,
  ppmFactorNotKnown: ' ppm, factor not known',
  theseAreNotAllNumbers: 'These are not all numbers; write them with blanks between.',
};
