import { hourMs } from './spans';
import { addDays, instantOf, knownZone, nightOn, nightsBetween } from './index';

describe('nights', () => {
  const at = (iso: string, zone = 'UTC'): string => nightOn({ atEpochMs: Date.parse(iso), zone });
  it('run from noon to noon in the house’s zone', () => {
    expect([
      at('2026-03-15T00:40:00Z'),
      at('2026-03-14T21:30:00Z'),
      at('2026-03-15T12:00:00Z'),
      at('2026-03-15T11:59:00Z'),
    ]).toEqual(['2026-03-14', '2026-03-14', '2026-03-15', '2026-03-14']);
    expect(at('2026-03-14T23:30:00Z', 'Asia/Tokyo')).toBe('2026-03-14');
  });
  it('noon is noon on the days when clocks are put forward and back, north and south (time zone database)', () => {
    // Berlin: forward on 29 March 2026 (noon is 10:00 UTC, not 11:00), back on 25 October (noon is 11:00 UTC).
    expect([at('2026-03-29T09:59:00Z', 'Europe/Berlin'), at('2026-03-29T10:00:00Z', 'Europe/Berlin')]).toEqual([
      '2026-03-28',
      '2026-03-29',
    ]);
    expect([at('2026-10-25T10:59:00Z', 'Europe/Berlin'), at('2026-10-25T11:00:00Z', 'Europe/Berlin')]).toEqual([
      '2026-10-24',
      '2026-10-25',
    ]);
    // Auckland: back on 5 April 2026 (noon is 00:00 UTC of that day), forward on 27 September (noon is 23:00 UTC before).
    expect([at('2026-04-04T23:59:00Z', 'Pacific/Auckland'), at('2026-04-05T00:00:00Z', 'Pacific/Auckland')]).toEqual([
      '2026-04-04',
      '2026-04-05',
    ]);
    expect([at('2026-09-26T22:59:00Z', 'Pacific/Auckland'), at('2026-09-26T23:00:00Z', 'Pacific/Auckland')]).toEqual([
      '2026-09-26',
      '2026-09-27',
    ]);
  });
  it('the hour that comes twice belongs to one night, and each night follows the one before', () => {
    for (const iso of ['2026-10-25T00:30:00Z', '2026-10-25T01:30:00Z'])
      expect(at(iso, 'Europe/Berlin')).toBe('2026-10-24');
    for (const zone of ['Europe/Berlin', 'Pacific/Auckland', 'America/New_York', 'Australia/Lord_Howe'])
      for (let hour = 0, before = '2025-12-31'; hour < 366 * 24; hour++) {
        const on = nightOn({ atEpochMs: Date.UTC(2026, 0, 1, 12) + hour * hourMs, zone });
        expect(on >= before && nightsBetween(before, on) <= 1)
          .withContext(`${zone} ${on}`)
          .toBeTrue();
        before = on;
      }
  });
  it('an evening time is an instant, summer time and all', () => {
    expect(new Date(instantOf({ on: '2026-07-01', time: '21:00', zone: 'Europe/Berlin' })).toISOString()).toBe(
      '2026-07-01T19:00:00.000Z',
    );
    expect(addDays({ on: '2026-03-01', days: -1 })).toBe('2026-02-28');
    expect(nightsBetween('2026-02-27', '2026-03-01')).toBe(2);
    expect([knownZone('Europe/London'), knownZone('Mars/Base')]).toEqual([true, false]);
  });
});
