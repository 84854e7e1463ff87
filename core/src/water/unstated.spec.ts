import { unstatedAims } from './unstated';

describe('what a change is for where nobody said', () => {
  const bands = {
    no3MgPerL: { lo: null, hi: 30 },
    ghDegrees: { lo: 4, hi: 8 },
    khDegrees: { lo: 2, hi: null },
    tempC: { lo: 20, hi: 24 },
    ph: { lo: 6, hi: 7 },
  };
  const aims = (before: object, leaving: Parameters<typeof unstatedAims>[0]['leaving'] = []) =>
    unstatedAims({ before, source: {}, bands, leaving });

  it('what is above goes down to the middle of its band, what is below comes up to it', () => {
    expect(aims({ no3MgPerL: 35 })).toEqual([{ parameter: 'no3MgPerL', value: 15, side: 'at-most' }]);
    expect(aims({ ghDegrees: 9 })).toEqual([{ parameter: 'ghDegrees', value: 6, side: 'at-most' }]);
    expect(aims({ ghDegrees: 3 })).toEqual([{ parameter: 'ghDegrees', value: 6, side: 'at-least' }]);
  });
  it('a band without an upper end is aimed at with a quarter to spare, not at its edge', () => {
    expect(aims({ khDegrees: 1 })).toEqual([{ parameter: 'khDegrees', value: 2.5, side: 'at-least' }]);
  });
  it('in band nothing asks for a change, at its very ends neither', () => {
    expect(aims({ no3MgPerL: 30, ghDegrees: 4, khDegrees: 2 })).toEqual([]);
    expect(aims({ ghDegrees: 8 })).toEqual([]);
  });
  it('what is foreseen to leave its band is a reason while it is still inside', () => {
    expect(aims({ no3MgPerL: 26, ghDegrees: 6 }, ['no3MgPerL'])).toEqual([
      { parameter: 'no3MgPerL', value: 15, side: 'at-most' },
    ]);
  });
  it('heat is matched in minutes and pH follows: no row of changes is aimed at them; untested is no aim', () => {
    expect(aims({ tempC: 26, ph: 7.6 })).toEqual([]);
    expect(
      unstatedAims({
        before: { no3MgPerL: 5 },
        source: {},
        bands: { no3MgPerL: { lo: null, hi: null } },
        leaving: ['no3MgPerL'],
      }),
    ).toEqual([]);
  });
  it('water inside the band that does not reach its middle is aimed at as far as it leads', () => {
    const of = (before: number, there: number) =>
      unstatedAims({ before: { ghDegrees: before }, source: { ghDegrees: there }, bands, leaving: [] })[0]?.value;
    // Band 4 to 8, middle 6.
    expect([of(9, 7), of(3, 5)]).toEqual([7.5, 4.5]);
    expect([of(9, 5), of(3, 7)]).toEqual([6, 6]);
    expect([of(9, 6), of(9, 8), of(3, 4)]).toEqual([7, 6, 6]);
  });
});
