import { usualUnits } from '#core/units';
import { speechIn, type DateForm, type Speech } from '#words/units';
import { dateText, dayExample, dayPattern, dayRead, nightText } from './index';

describe('dates in the form of the keeper', () => {
  let speech: Speech;
  const writeDatesAs = (form: DateForm): void => void (speech = speechIn(usualUnits, form));
  beforeEach(() => {
    writeDatesAs('day-month');
  });
  it('read as they are written: year first, by name, or in figures in the keeper’s order', () => {
    for (const text of ['2026-03-04', '4 Mar 2026', '4 march, 2026', 'Mar 4, 2026', '4.3.2026', '04/03/2026'])
      expect(dayRead(speech, text)).withContext(text).toBe('2026-03-04');
    writeDatesAs('month-day');
    expect(dayRead(speech, '3/4/2026')).toBe('2026-03-04');
    expect(dayRead(speech, '4 Mar 2026')).toBe('2026-03-04');
  });
  it('what is no day of the calendar is none', () => {
    for (const text of ['', 'soon', '31 Feb 2026', '2026-13-01', '4.3.26', '4 3', '1 2 3 2026'])
      expect(dayRead(speech, text)).withContext(text).toBeNull();
  });
  it('each form with its example and its pattern', () => {
    const said = () => [
      dayExample(speech),
      dayPattern(speech),
      nightText(speech, '2026-03-14', 1),
      dateText(speech, Date.UTC(2026, 2, 14), 'UTC'),
    ];
    expect(said()).toEqual(['14 Mar 2026', 'd M yy', 'Sun 15 Mar', '14 Mar']);
    writeDatesAs('month-day');
    expect(said()).toEqual(['Mar 14, 2026', 'M d, yy', 'Sun, Mar 15', 'Mar 14']);
    writeDatesAs('year-month-day');
    expect(said()[0]).toBe('2026-03-14');
  });
});
