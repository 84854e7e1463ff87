import fc from 'fast-check';
import { instantMs, isDay } from './moments';

describe('days (ISO 8601 calendar dates)', () => {
  it('are days of the calendar: the 29th of February in leap years only, no 31st of April', () => {
    for (const day of ['2024-02-29', '2000-02-29', '2026-12-31', '1900-01-01', '2199-12-31'])
      expect(isDay(day)).withContext(day).toBeTrue();
    for (const day of [
      '2026-02-29',
      '2100-02-29',
      '2026-02-31',
      '2026-04-31',
      '2026-00-10',
      '2026-13-01',
      '2026-01-00',
      '0000-01-01',
      '1899-12-31',
      '2200-01-01',
      '2026-1-1',
      '2026-03-10 ',
      ' 2026-03-10',
      '10.03.2026',
      '',
    ])
      expect(isDay(day)).withContext(day).toBeFalse();
  });
});

describe('moments (ISO 8601, RFC 3339)', () => {
  const utc = Date.UTC(2026, 2, 10, 20, 40, 0);
  it('are the same moment however they are written', () => {
    for (const text of [
      '2026-03-10T20:40:00Z',
      '2026-03-10T20:40:00.000Z',
      '2026-03-10 20:40:00Z',
      '2026-03-10T21:40:00+01:00',
      '2026-03-10T21:40:00+0100',
      '2026-03-10T21:40:00+01',
      '2026-03-10T21:40:00 +01:00',
      '2026-03-10T15:10:00-05:30',
      '2026-03-11T02:10:00+05:30',
      '2026-03-10T20:40:00.000999Z',
    ])
      expect(instantMs(text)).withContext(text).toBe(utc);
    expect(instantMs('2026-03-10T20:40:00.5Z')).toBe(utc + 500);
  });
  it('are refused where they name no moment, or one in no book', () => {
    for (const text of [
      '2026-02-31T20:40:00Z',
      '2026-03-10T24:00:00Z',
      '2026-03-10T20:60:00Z',
      '2026-03-10T20:40:60Z',
      '2026-03-10T20:40Z',
      '2026-03-10T20:40:00',
      '2026-03-10',
      '2026-03-10T20:40:00+24:00',
      '2026-03-10T20:40:00+05:60',
      '0000-01-01T00:00:00Z',
      '2200-01-01T00:00:00Z',
      '2199-12-31T23:59:59-01:00',
      'now',
    ])
      expect(instantMs(text)).withContext(text).toBeNull();
  });
  it('what a clock writes is read back, to the millisecond', () => {
    fc.assert(
      fc.property(fc.integer({ min: Date.UTC(1900), max: Date.UTC(2200) - 1 }), (atEpochMs) => {
        expect(instantMs(new Date(atEpochMs).toISOString())).toBe(atEpochMs);
      }),
    );
  });
});
