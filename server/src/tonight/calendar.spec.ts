import ICAL from 'ical.js';
import type { PayloadOf } from '#contracts/book';
import type { Tonight } from '#contracts/tonight';
import { at, entry, id, openTestHouse, tankEntry, type TestHouse } from '../app/harness.cases';
import { calendarText } from './calendar';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

/** Read by a parser of others (RFC 5545). */
const eventsOf = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent').map((c) => new ICAL.Event(c));

describe('the calendar that leaves the house', () => {
  it('is read by a parser of others: what must be done stands on its day, under the name of its tank', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    const moved: PayloadOf<'move'> = { step: 'moved', how: 'all-in' };
    await house.write(entry('move', tank, moved, at(1, -10)));
    const sheet = (await house.get<Tonight>('/api/tonight')).body;
    const events = eventsOf(calendarText(sheet));
    const name = sheet.tanks.find((t) => t.tankId === tank)?.name ?? '';
    const found = events.find((e) => e.summary === `${name}: moved: test today`);
    expect(found?.startDate.toString()).toBe(sheet.nightOn);
    expect(found?.startDate.isDate).toBeTrue();
    expect(new Set(events.map((e) => e.uid)).size).toBe(events.length);
  });
  it('marks an hour in UTC, with an alarm where it is loud, and bears commas and line ends in names', () => {
    const sheet = {
      nightOn: '2026-03-14',
      house: 'A house, by the river',
      tanks: [
        {
          tankId: 't',
          name: 'Porch; left, upper',
          contributions: [
            {
              id: 'timer:1',
              severity: 'act',
              reason: { id: 'timer', facts: {} },
              dueEpochMs: Date.UTC(2026, 2, 14, 22, 30),
              loud: true,
              short: 'heater on',
              text: 'Heater on again,\nwater covers it',
            },
          ],
        },
      ],
    } as unknown as Tonight;
    const [event] = eventsOf(calendarText(sheet));
    expect(event?.summary).toBe('Porch; left, upper: heater on');
    expect(event?.description).toBe('Heater on again,\nwater covers it');
    expect(event?.startDate.toJSDate().toISOString()).toBe('2026-03-14T22:30:00.000Z');
    expect(event?.component.getAllSubcomponents('valarm').length).toBe(1);
  });
  it('a day is a duration of one day (RFC 5545, 3.3.6), and a timer of a part of a minute breaks nothing', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    await house.write(entry('move', tank, { step: 'moved', how: 'all-in' }, at(1, -10)));
    const timers = [0.1234567, 7.77777, 1 / 3].map((minutes) =>
      entry('timer', tank, { step: 'set', timer: 'hose', minutes }, at(0, -1)),
    );
    expect((await house.write(...timers)).status).toBe(201);
    const answer = await fetch(`${house.url}/api/tonight.ics`);
    expect(answer.status).toBe(200);
    const text = await answer.text();
    expect(eventsOf(text).filter((e) => e.summary.includes('hose')).length).toBe(3);
    expect(text).toContain('DURATION:P1D\r\n');
    expect(text).not.toMatch(/DURATION:P\d+DT\r/);
    expect((await fetch(`${house.url}/api/tonight.ics`, { method: 'HEAD' })).status).toBe(200);
  });
  it('is a calendar too where nothing is due', () => {
    expect(eventsOf(calendarText({ nightOn: '2026-03-14', house: 'x', tanks: [] } as unknown as Tonight))).toEqual([]);
  });
});
