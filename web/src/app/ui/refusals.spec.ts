import { because, refuse, type Refusal } from '#core/result';
import { changeSequence, eveningPlan, recipe } from '#core/water';
import { faultsText, fieldWord, plainRefusal } from './refusals';

const refusalOf = (result: { ok: true } | { ok: false; refusal: Refusal }): Refusal => {
  if (result.ok) throw new Error('was not refused');
  return result.refusal;
};

describe('refusals in the keeper’s words', () => {
  it('parameters by their short names, other fields without their unit, lines counted from one', () => {
    expect(fieldWord('source.caMgPerL')).toBe('Ca');
    expect(fieldWord('parts.1.volumeL')).toBe('volume, line 2');
    expect(fieldWord('netVolumeL')).toBe('net volume');
    expect(fieldWord('waterBelowRimCm')).toBe('water below rim');
    expect(fieldWord('everyDays')).toBe('days between changes');
    expect(fieldWord('Lobby: changeL')).toBe('Lobby: litres changed');
    expect(fieldWord('two words')).toBe('two words');
  });
  it('no name of the code reaches the page', () => {
    const shown = [
      plainRefusal(refusalOf(recipe({ volumeL: 0, sources: [], shelf: [], targets: [] }))),
      plainRefusal(
        refusalOf(changeSequence({ value: 300, target: 100, sourceValue: 50, changeFraction: 2, everyDays: 7 })),
      ),
      plainRefusal(
        refusalOf(
          eveningPlan({
            tanks: [],
            waters: [],
            works: {
              madeLPerH: -1,
              storesL: 1,
              storedL: 1,
              wasteRatio: 1,
              drums: [],
              evenings: [],
              eveningMinutes: 60,
            },
            untilHours: 1,
          }),
        ),
      ),
      plainRefusal(
        refusalOf(
          refuse({ kind: 'contradiction', fields: ['source.caMgPerL', 'ghDegrees'], why: because('number-needed') }),
        ),
      ),
    ];
    for (const text of shown) expect(text).not.toMatch(/[a-z][A-Z]|source\.|MgPerL/);
    expect(shown[2]).toBe('Litres made an hour is -1 L/h; it can only be between 0 and 1000 L/h.');
    expect(shown[3]).toBe('Ca, GH cannot all be true: a number is needed.');
  });
  it('faults of a form in one line', () => {
    const faults = new Map([
      ['changeFraction', 'must be at most 1'],
      ['', 'Somebody wrote first'],
    ]);
    expect(faultsText(faults)).toBe('share changed must be at most 1; Somebody wrote first');
  });
});
