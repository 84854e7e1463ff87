import ICAL from 'ical.js';
import type { PayloadOf, SentEntry } from '#contracts/book';
import type { CareWater } from '#contracts/care';
import type { Tonight } from '#contracts/tonight';
import { at, entry, id, openTestHouse, refusedBy, sourceEntry, tankEntry, type TestHouse } from '../app/harness.cases';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());
const refused = (...entries: SentEntry[]) => refusedBy(house, ...entries);
const taken = async (...entries: SentEntry[]) => {
  expect(await refused(...entries)).toEqual([]);
};
const newTank = async (): Promise<string> => {
  const tank = id();
  await house.write(tankEntry(tank));
  return tank;
};
const dayText = (days: number): string => at(days).slice(0, 10);
type Started = Extract<PayloadOf<'course'>, { step: 'started' }>;
const course = (tank: string, payload: PayloadOf<'course'>, days = 0) => entry('course', tank, payload, at(days, -10));
const started = (tank: string, more: Partial<Started> = {}, days = 0) =>
  course(
    tank,
    {
      step: 'started',
      agentId: 'D07',
      productName: 'a dewormer',
      label: { packTreatsL: 54, doseDays: [1, 3], changes: [{ day: 5, fraction: 0.25 }] },
      netVolumeL: 54,
      startOn: dayText(days),
      ...more,
    },
    days,
  );
const quarantine = (tank: string, payload: PayloadOf<'quarantine'>, days = 0) =>
  entry('quarantine', tank, payload, at(days, -10));
const said = async (tankId: string) => {
  const { tanks } = (await house.get<Tonight>('/api/tonight')).body;
  return tanks.find((t) => t.tankId === tankId)?.contributions.filter((c) => /^(course|quarantine):/.test(c.id)) ?? [];
};

const unread = 'label: must say what one pack treats, in litres or in US gallons; in the food, only the days';
const never =
  'agentId: Never combine them: dangerous to people. With Formalin (37 %, with methanol): It heats up, burns or gives off poison: people are harmed.';
describe('a course is checked', () => {
  it('by its agent, its label, and the prescription that an antibiotic needs', async () => {
    const tank = await newTank();
    expect(await refused(started(tank, { agentId: 'D99' }))).toEqual(['agentId: is not a known agent']);
    expect(await refused(started(tank, { agentId: 'D14' }))).toEqual([
      'prescription: is needed: who prescribed it, or where it is sold lawfully without',
    ]);
    expect(await refused(started(tank, { agentId: 'D14', prescription: '  ' }))).toHaveSize(1);
    await taken(started(tank, { agentId: 'D14', prescription: 'a veterinarian, two weeks ago' }));
    const other = await newTank();
    expect(await refused(started(other, { label: { doseDays: [1], changes: [] } }))).toEqual([unread]);
    expect(
      await refused(
        started(other, { repeats: 2, label: { packTreatsL: 54, doseDays: [1], changes: [], maxRepeats: 1 } }),
      ),
    ).toEqual([unread]);
  });
  it('by what runs in the same water: two antibiotics need a reason, what harms people is refused whatever the reason', async () => {
    const tank = await newTank();
    await taken(started(tank, { agentId: 'D14', prescription: 'x' }));
    const second = { agentId: 'D12', prescription: 'x' };
    expect(await refused(started(tank, second))).toEqual([
      'overrideReason: is needed. With Kanamycin: never two antibiotics at once.',
    ]);
    await taken(started(tank, { ...second, overrideReason: 'the veterinarian wants both' }));
    const tub = await newTank();
    await taken(started(tub, { agentId: 'D03' }));
    expect(await refused(started(tub, { agentId: 'D17', overrideReason: 'I want it' }))).toEqual([never]);
  });
  it('steps belong to a course of their tank that is not over, and a day is given once', async () => {
    const [tank, other] = [await newTank(), await newTank()];
    const first = started(tank, {}, 2);
    await taken(first);
    const give = (day: number, courseId = first.id, where = tank) => course(where, { step: 'given', courseId, day });
    expect(await refused(give(1, id()))).toEqual(['courseId: is no course in this tank’s book']);
    expect(await refused(give(1, first.id, other))).toEqual(['courseId: is no course in this tank’s book']);
    await taken(give(1));
    expect(await refused(give(1))).toEqual(['day: the dose of day 1 is in the book already: never give it twice']);
    await taken(entry('course', tank, { step: 'ended', courseId: first.id, verdict: 'better' }, at(0, -8)));
    expect(await refused(entry('course', tank, { step: 'given', courseId: first.id, day: 3 }, at(0, -7)))).toEqual([
      'courseId: has already ended, on 14 Mar 2026',
    ]);
    await taken(entry('course', tank, { step: 'looked', courseId: first.id, verdict: 'same' }, at(0, -7)));
    // A dose given before the end may come late from another device.
    const late = {
      step: 'given',
      courseId: first.id,
      day: 3,
      overrideReason: 'by a stand-in, who has told it late',
    } as const;
    await taken(entry('course', tank, late, at(0, -9)));
  });
});

describe('a course in the food, and a part of a course', () => {
  const food = { bodyMassG: 40, percentOfBodyMass: 2, agentMgPerKgPerDay: 50 };
  const meals = { label: { doseDays: [1, 2], changes: [] }, food };
  it('says days only, no packs; who ate stands with the meal', async () => {
    const tank = await newTank();
    expect(await refused(started(tank, { food }))).toEqual([unread]);
    const first = started(tank, meals);
    await taken(first);
    await taken(course(tank, { step: 'given', courseId: first.id, day: 1, ate: 'some' }));
  });
  it('a part belongs to a course that runs in this tank and is no part itself', async () => {
    const [tank, other] = [await newTank(), await newTank()];
    const first = started(tank);
    await taken(first);
    const asked = ['partOfId: is no course that runs in this tank'];
    expect(await refused(started(tank, { ...meals, partOfId: id() }))).toEqual(asked);
    expect(await refused(started(other, { ...meals, partOfId: first.id }))).toEqual(asked);
    const part = started(tank, { ...meals, partOfId: first.id });
    await taken(part);
    expect(await refused(started(tank, { ...meals, partOfId: part.id }))).toEqual(['partOfId: is a part itself']);
    await taken(
      course(tank, { step: 'ended', courseId: first.id, verdict: 'better' }),
      course(tank, { step: 'ended', courseId: part.id, verdict: 'better' }),
    );
    expect(await refused(started(tank, { ...meals, partOfId: first.id }))).toEqual(asked);
  });
  it('sentinels are put beside a quarantine that is open', async () => {
    const tank = await newTank();
    const put = (quarantineId: string) =>
      quarantine(tank, { step: 'sentinels', quarantineId, kindId: 'platy', count: 2, on: dayText(0) });
    expect(await refused(put(id()))).toEqual(['quarantineId: is no quarantine in this tank’s book']);
    const opened = quarantine(tank, { step: 'opened', school: 'observe', reason: 'new', on: dayText(0) });
    await taken(opened);
    await taken(put(opened.id));
  });
});

describe('a course on the round', () => {
  it('a dose that is due must be given; given it is a note; late it says how late', async () => {
    const tank = await newTank();
    const first = started(tank);
    await taken(first);
    expect((await said(tank)).map((c) => [c.severity, c.short])).toEqual([['act', 'dose due']]);
    await taken(course(tank, { step: 'given', courseId: first.id, day: 1 }));
    expect((await said(tank)).map((c) => c.severity)).toEqual(['note']);
    const late = await newTank();
    await taken(started(late, {}, 1));
    expect((await said(late))[0]?.text).toContain('1 day late');
  });
});

describe('what is left of ended courses', () => {
  const changeOf = async (tank: string, changeFraction: number, days: number) => {
    const source = id();
    await house.write(sourceEntry(source));
    return entry(
      'change',
      tank,
      { entered: { by: 'fraction', changeFraction }, sourceId: source, water: {}, how: 'poured' },
      at(days, -10),
    );
  };
  const over = async (tank: string, agentId: string) => {
    const first = started(tank, { agentId, prescription: 'x' }, 9);
    await taken(first);
    await taken(course(tank, { step: 'given', courseId: first.id, day: 1 }, 8));
    await taken(course(tank, { step: 'ended', courseId: first.id, verdict: 'better' }, 7));
  };
  it('counts against the next one as long as changes have left more than a twentieth of a dose', async () => {
    const tank = await newTank();
    await over(tank, 'D14');
    const second = () => started(tank, { agentId: 'D12', prescription: 'x' });
    const asked = ['overrideReason: is needed. With Kanamycin: never two antibiotics at once.'];
    expect(await refused(second())).toEqual(asked);
    await taken(await changeOf(tank, 0.9, 6));
    expect(await refused(second())).toEqual(asked);
    await taken(await changeOf(tank, 0.5, 5));
    expect(await refused(second())).toEqual([]);
  });
  it('what harms people is refused whatever the reason, also when it is only left over', async () => {
    const tub = await newTank();
    await over(tub, 'D03');
    expect(await refused(started(tub, { agentId: 'D17', overrideReason: 'I want it' }))).toEqual([never]);
  });
  it('the house tells the changes of treated tanks and of no others, and which tanks its hose has linked', async () => {
    const [treated, other] = [await newTank(), await newTank()];
    await over(treated, 'D07');
    const [near, far] = [await changeOf(treated, 0.3, 3), await changeOf(other, 0.3, 3)];
    await taken(near);
    await taken({ ...far, happenedAt: new Date(Date.parse(far.happenedAt) + 600_000).toISOString() });
    const water = async () => (await house.get<CareWater>('/api/care/water')).body;
    const before = await water();
    expect(before.changes.filter((c) => c.tankId === treated).map((c) => c.changeFraction)).toEqual([0.3]);
    expect(before.changes.some((c) => c.tankId === other)).toBe(false);
    expect(before.chains).toEqual([]);
    await taken(entry('tool', treated, { step: 'kept', name: 'The green hose', sort: 'hose' }, at(4)));
    expect((await water()).chains.map(({ from, to, kind }) => [from, to, kind])).toEqual([[treated, other, 'hose']]);
  });
});

describe('what runs beside a course', () => {
  const besides = async (tankId: string) => {
    const { tanks } = (await house.get<Tonight>('/api/tonight')).body;
    return (tanks.find((t) => t.tankId === tankId)?.contributions ?? [])
      .filter((c) => /^(redose|filter-watch|course):/.test(c.id))
      .map((c) => `${c.reason.id} ${c.severity}`);
  };
  const changed = async (tank: string, days: number) => {
    const source = id();
    await house.write(entry('source', source, sourcePayload));
    return entry(
      'change',
      tank,
      { entered: { by: 'fraction', changeFraction: 0.25 }, sourceId: source, water: {}, how: 'poured' },
      at(days, -5),
    );
  };
  const sourcePayload: PayloadOf<'source'> = {
    name: `Tap ${Math.random().toString(36).slice(2)}`,
    state: 'tap-aged',
    chlorine: 'none',
    startedOn: '2026-01-02',
  };
  it('an own change asks for its share of the dose until it is given, once; the filter is watched from the first dose on', async () => {
    const tank = await newTank();
    const begun = started(tank, {}, 1);
    await taken(begun, course(tank, { step: 'given', courseId: begun.id, day: 1 }, 1));
    expect(await besides(tank)).toEqual(['filter-watch watch', 'course note']);
    const change = await changed(tank, 1);
    await taken(change);
    expect(await besides(tank)).toContain('redose act');
    const again = () => course(tank, { step: 'redosed', courseId: begun.id, changeEntryId: change.id });
    await taken(again());
    expect(await besides(tank)).not.toContain('redose act');
    expect(await refused(again())).toEqual(['changeEntryId: was dosed again already: never give it twice']);
  });
  it('rests and goes on, each once', async () => {
    const tank = await newTank();
    const begun = started(tank, {}, 2);
    await taken(begun);
    const rest = (step: 'paused' | 'resumed', days: number) => course(tank, { step, courseId: begun.id }, days);
    expect(await refused(rest('resumed', 2))).toEqual(['courseId: is not paused']);
    await taken(rest('paused', 2));
    expect(await besides(tank)).toEqual(['course-paused watch']);
    expect(await refused(rest('paused', 1))).toEqual(['courseId: has been paused since 12 Mar 2026: resume it first']);
    await taken(rest('resumed', 1));
    expect(await besides(tank)).toEqual(['course-due act']);
  });
});

describe('a bottle of the keeper’s own', () => {
  const label = { packTreatsL: 54, doseDays: [1], changes: [] };
  const supply = (category: 'medicine' | 'mineral', agentIds: string[]) =>
    entry('supply', id(), {
      name: `Bottle ${Math.random().toString(36).slice(2)}`,
      category,
      unit: 'mL',
      startedOn: '2026-01-02',
      medicine: { agentIds, doseValue: 5, label },
    });
  it('has agents that are known, and is a medicine', async () => {
    expect(await refused(supply('medicine', ['D99']))).toEqual(['medicine: names no known agent']);
    expect(await refused(supply('mineral', ['D07']))).toEqual([
      'medicine: is only for supplies of the sort “medicine”',
    ]);
    await taken(supply('medicine', ['D07', 'D03']));
  });
  it('all that it holds is checked: the prescription of the second agent, and what runs beside it', async () => {
    const tank = await newTank();
    expect(await refused(started(tank, { agentId: 'D07', alsoAgentIds: ['D14'] }))).toHaveSize(1);
    await taken(started(tank, { agentId: 'D07', alsoAgentIds: ['D03'] }));
    expect(await refused(started(tank, { agentId: 'D17', overrideReason: 'I want it' }))).toEqual([never]);
  });
});

describe('care as a calendar file', () => {
  /** Read by a parser of others (RFC 5545). */
  const eventsOf = async (entryId: string) => {
    const text = await (await fetch(`${house.url}/api/care/${entryId}.ics`)).text();
    return new ICAL.Component(ICAL.parse(text) as unknown[])
      .getAllSubcomponents('vevent')
      .map((c) => new ICAL.Event(c));
  };
  it('a course on its dates, a quarantine with its end; what is neither is not found', async () => {
    const tank = await newTank();
    const begun = started(tank);
    const opened = quarantine(tank, { step: 'opened', school: 'short', reason: 'new', on: dayText(0) });
    await taken(begun, opened);
    const events = await eventsOf(begun.id);
    expect(events.map((e) => e.summary.split(': ')[1])).toEqual([
      'dose, a dewormer',
      'dose, a dewormer',
      'change first, a dewormer',
      'look again, a dewormer',
      'look again, a dewormer',
      'look again, a dewormer',
    ]);
    expect(events[1]?.startDate.toString()).toBe(dayText(-2));
    expect(new Set(events.map((e) => e.uid)).size).toBe(6);
    const [end] = await eventsOf(opened.id);
    expect(end?.startDate.toString()).toBe(dayText(-14));
    expect((await house.get(`/api/care/${id()}.ics`)).status).toBe(404);
  });
});

describe('a quarantine is checked and told', () => {
  it('one at a time in a tank; steps belong to one that was not left', async () => {
    const tank = await newTank();
    const open = quarantine(tank, { step: 'opened', school: 'short', reason: 'new', on: dayText(20) });
    await taken(open);
    expect(
      await refused(quarantine(tank, { step: 'opened', school: 'observe', reason: 'new', on: dayText(0) })),
    ).toHaveSize(1);
    const look = (quarantineId: string) => quarantine(tank, { step: 'looked', quarantineId, appetiteCount: 3 });
    expect(await refused(look(id()))).toEqual(['quarantineId: is no quarantine in this tank’s book']);
    expect((await said(tank))[0]?.severity).toBe('watch');
    await taken(look(open.id));
    expect((await said(tank)).map((c) => [c.severity, c.short])).toEqual([['note', 'quarantine is over']]);
    await taken(quarantine(tank, { step: 'left', quarantineId: open.id }));
    expect(await said(tank)).toEqual([]);
    expect(await refused(look(open.id))).toEqual(['quarantineId: has already ended, on 14 Mar 2026']);
  });
  it('an arrival, a death and a wet contact of its tank move its clock', async () => {
    const tank = await newTank();
    await taken(quarantine(tank, { step: 'opened', school: 'short', reason: 'new', on: dayText(20) }));
    await taken(entry('stock', tank, { event: 'arrived', kindId: 'ember-tetra', count: { lo: 5, hi: 5 } }, at(10)));
    expect((await said(tank))[0]?.text).toContain('4 days to go');
    await taken(entry('fact', tank, { about: 'shared', thing: 'net', withTankId: tank }, at(2)));
    expect((await said(tank))[0]?.text).toContain('12 days to go');
  });
});

describe('a tool is checked', () => {
  it('what is used, dipped or gone is in the book and still there', async () => {
    const [home, other] = [await newTank(), await newTank()];
    const tool = (tank: string, payload: PayloadOf<'tool'>, days = 0) => entry('tool', tank, payload, at(days, -10));
    const kept = tool(home, { step: 'kept', name: 'a net', sort: 'net' }, 2);
    expect(await refused(tool(other, { step: 'used', toolId: kept.id }))).toEqual(['toolId: is no tool in the book']);
    await taken(kept, tool(other, { step: 'used', toolId: kept.id }, 1));
    expect(await refused(tool(other, { step: 'used', toolId: kept.id }, 3))).toEqual([
      'toolId: began only later, on 12 Mar 2026',
    ]);
    await taken(tool(home, { step: 'gone', toolId: kept.id }));
    expect(await refused(tool(home, { step: 'used', toolId: kept.id }))).toEqual([
      'toolId: has been gone since 14 Mar 2026',
    ]);
  });
});
