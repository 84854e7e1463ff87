import type { DiaryEntry } from '../base/scribe';
import { openRoom, type Room } from '../room.cases';
import { AgentsScreen } from './agents-screen';
import { careOfHouse, changesFrom, contactsOfHouse, daysFrom } from './care-book';
import { CareScreen } from './care-screen';
import { CourseScreen } from './course-screen';
import { DipScreen } from './dip-screen';
import { SaltScreen } from './salt-screen';
import { TraceScreen } from './trace-screen';

const nowEpochMs = Date.parse('2026-03-14T21:00:00Z');
const dayMs = 86_400_000;
const [pen, lobby] = ['0191e809-2880-7258-80c9-974745566b51', '0191e809-2880-7258-80c9-974745566b52'];
const courseId = '0191e809-2880-7258-80c9-974745566b57';
const entry = (
  kind: string,
  daysAgo: number,
  payload: unknown,
  subjectId = pen,
  entryId = `${kind}-${daysAgo}`,
): DiaryEntry => ({
  entryId,
  kind,
  subjectId,
  atEpochMs: nowEpochMs - daysAgo * dayMs,
  payload,
});
const label = { packTreatsL: 40, doseDays: [1, 3], changes: [{ day: 5, fraction: 0.25 }] };
const course = (daysAgo: number, startOn: string): DiaryEntry =>
  entry(
    'course',
    daysAgo,
    {
      step: 'started',
      agentId: 'D07',
      productName: 'A dewormer',
      label,
      repeats: 0,
      split: false,
      netVolumeL: 80,
      startOn,
      warnings: [],
      note: '',
    },
    pen,
    courseId,
  );
const tank = (tankId: string, name: string, purpose: string, more: object = {}) => ({
  tankId,
  name,
  state: 'settled',
  heldNo3MgPerLPerDay: null,
  ailing: false,
  bears: { bearing: 'usual', askedBy: [] },
  reason: '',
  setUp: {
    name,
    rack: '',
    roundOrder: 1,
    purpose,
    practiceId: 'x',
    bearing: 'usual',
    startedOn: '2025-01-01',
    overrides: [],
  },
  netVolumeL: 80,
  stage: null,
  equipment: {},
  water: {},
  events: [],
  ...more,
});
const arrived = (kindId: string) => [
  { entryId: 'a', event: 'arrived', kindId, strain: '', count: { lo: 8, hi: 8 }, atEpochMs: nowEpochMs - 100 * dayMs },
];
const stock = {
  nowAt: '',
  ownKinds: [],
  tanks: [tank(pen, 'Linen Room', 'quarantine'), tank(lobby, 'Lobby', 'display', { events: arrived('cherry-shrimp') })],
};
const open = <C>(
  screen: new (...args: never[]) => C,
  entries: DiaryEntry[],
  inputs: Record<string, unknown> = {},
): Promise<Room> =>
  openRoom(screen as never, { inputs, answers: { stock, diary: { nowAt: '', entries } }, nowEpochMs });

describe('what a keeper types of a label', () => {
  it('days and changes, or a fault', () => {
    expect([daysFrom('1 3, 5'), daysFrom('1.5'), daysFrom('0'), daysFrom('')]).toEqual([[1, 3, 5], null, null, []]);
    expect(changesFrom('5 25%, 9:50')).toEqual([
      { day: 5, fraction: 0.25 },
      { day: 9, fraction: 0.5 },
    ]);
    expect([changesFrom('5'), changesFrom('5 120%'), changesFrom('')]).toEqual([null, null, []]);
  });
});

describe('care from the diary', () => {
  it('contacts: shared things both ways, a move once although both ends wrote it, disinfected ones broken', () => {
    const contacts = contactsOfHouse([
      entry('fact', 5, { about: 'shared', thing: 'net', withTankId: lobby }),
      entry('fact', 6, { about: 'shared', thing: 'filter-media', withTankId: lobby, disinfected: true }),
      entry('stock', 7, { event: 'moved-in', kindId: 'x', otherTankId: lobby }),
      entry('stock', 7, { event: 'moved-out', kindId: 'x', otherTankId: pen }, lobby),
      entry('stock', 8, { event: 'died', kindId: 'x' }),
      entry('fact', 9, { about: 'sight', sight: 'clear' }),
    ]);
    expect(contacts.map((c) => `${c.from === pen ? 'pen' : 'lobby'} ${c.kind} ${c.broken === true}`)).toEqual([
      'pen net false',
      'lobby net false',
      'pen media true',
      'lobby media true',
      'lobby animals false',
    ]);
  });
  it('a course that ended, a death and a wet contact set the clock of a quarantine', () => {
    const { quarantines } = careOfHouse(
      [
        entry(
          'quarantine',
          20,
          { step: 'opened', school: 'short', reason: 'new', on: '2026-02-22', note: '' },
          pen,
          'q',
        ),
        course(18, '2026-02-24'),
        entry('course', 10, { step: 'ended', courseId, verdict: 'better', note: '' }),
        entry('stock', 3, { event: 'died', kindId: 'x' }),
      ],
      { nowEpochMs, zone: 'UTC', tempC: () => 25 },
    );
    expect(quarantines[0]?.clock?.setBy).toBe('treatment-ended');
    expect(quarantines[0]?.clock?.blockedBy).toEqual(['time', 'death', 'treatment']);
  });
});

describe('the page of care', () => {
  it('says what is due and late, writes it given, and moves it where it was missed', async () => {
    const room = await open(CareScreen, [course(3, '2026-03-11')]);
    expect(room.textOf('.due')).toContain('Day 1: dose, 2 packs, 3 d late');
    expect(room.textOf('.due')).toContain('Day 3: dose, 2 packs, 1 d late');
    await room.click('Given');
    expect(room.written[0]?.payload).toEqual({ step: 'given', courseId, day: 1 });
    await room.click('Missed');
    expect(room.written[1]?.payload).toEqual({ step: 'missed', courseId, day: 1 });
  });
  it('a course ends only when each thing is back', async () => {
    const room = await open(CareScreen, [course(0, '2026-03-14')]);
    expect(room.disabled('Ended: better')).toBeTrue();
    for (const words of ['Carbon or resin', 'UV and ozone', 'Light, lid', 'Ammonia and nitrite daily for'])
      await room.tickBox(words);
    await room.click('Ended: better');
    expect(room.written[0]?.payload).toEqual({ step: 'ended', courseId, verdict: 'better' });
  });
  it('a quarantine says what set its end and what stands in the way; leaving early needs a reason', async () => {
    const room = await open(CareScreen, [
      entry(
        'quarantine',
        10,
        { step: 'opened', school: 'observe', reason: 'new', on: '2026-03-04', note: '' },
        pen,
        courseId,
      ),
    ]);
    expect(room.text()).toContain('the newest arrival');
    expect(room.text()).toContain('Not yet: its days are not over.');
    await room.click('It leaves');
    expect(room.textOf('.fault')).toContain('is needed');
    expect(room.written).toEqual([]);
    await room.fill('Why it leaves', 'sold');
    await room.click('It leaves');
    expect(room.written[0]?.payload).toEqual({ step: 'left', quarantineId: courseId, reason: 'sold' });
  });
  it('a quarantine is opened with its school and its reason', async () => {
    const room = await open(CareScreen, []);
    expect(room.disabled('Open a quarantine')).toBeTrue();
    await room.pick('nl-choice[name=pen]', pen);
    await room.pick('nl-choice[name=school]', 'shrimp');
    await room.click('Open a quarantine');
    expect(room.written[0]?.payload).toEqual({ step: 'opened', school: 'shrimp', reason: 'new', on: '2026-03-14' });
  });
});

describe('a course is planned', () => {
  const planned = async (tankId: string, agentId: string): Promise<Room> => {
    const room = await open(CourseScreen, [], { tank: tankId, agent: agentId });
    await room.fill('Name on the pack', 'A product');
    await room.fill('One pack', '40');
    for (const words of ['Water tested', 'Carbon, resin', 'Air up', 'A way out']) await room.tickBox(words);
    return room;
  };
  it('on net volume, with shrimp blocked in the display and free in the pen beside it; a reason opens it', async () => {
    const room = await planned(lobby, 'D06');
    expect(room.textOf('.places section')).toContain('It would harm.');
    expect(room.textOf('.places section')).toContain('it harms or kills shrimp');
    expect(room.textOf('.places section + section')).toContain('With caution');
    expect(room.textOf('.places section')).toContain('2 packs a dose, 2 in all');
    expect(room.disabled('Begin the course')).toBeTrue();
    await room.fill('Why it is done all the same', 'the shrimp are elsewhere');
    await room.click('Begin the course');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({
        step: 'started',
        agentId: 'D06',
        netVolumeL: 80,
        overrideReason: 'the shrimp are elsewhere',
      }),
    );
  });
  it('repeats beyond the label, or none that can be read, plan nothing: no course begins by a number put in their place', async () => {
    const room = await planned(pen, 'D07');
    expect(room.disabled('Begin the course')).toBeFalse();
    for (const [most, repeats] of [
      ['', '25'],
      ['2', '3'],
      ['', 'often'],
      ['', ''],
    ] as const) {
      await room.type('[name=maxRepeats]', most);
      await room.type('[name=repeats]', repeats);
      expect(room.disabled('Begin the course')).withContext(`${repeats} of ${most}`).toBeTrue();
      expect(room.has('.fault')).withContext(`${repeats} of ${most}`).toBeTrue();
    }
    await room.type('[name=repeats]', '1');
    expect(room.disabled('Begin the course')).toBeFalse();
    expect(room.has('.fault')).toBeFalse();
  });
  it('an antibiotic opens only with its prescription', async () => {
    const room = await planned(pen, 'D14');
    expect(room.text()).toContain('Only as prescribed');
    expect(room.disabled('Begin the course')).toBeTrue();
    await room.fill('The prescription', 'a veterinarian, 40 mg/L');
    expect(room.disabled('Begin the course')).toBeFalse();
  });
  it('what cannot be read is said beside its field', async () => {
    const room = await planned(pen, 'D07');
    await room.fill('Days with a dose', '1.5');
    expect(room.textOf('.fault')).toContain('whole days');
    expect(room.disabled('Begin the course')).toBeTrue();
  });
});

describe('dips', () => {
  it('the caution stands in the way of the clock until it is read; mosses get no bleach', async () => {
    const room = await open(DipScreen, []);
    await room.fill('Per cent on the label', '5');
    expect(room.text()).toContain('mg/L available chlorine');
    await room.pick('nl-choice[name=dipTank]', pen);
    expect(room.disabled('In: the clock runs 1.5 min')).toBeTrue();
    await room.tickBox('Read, and gloves');
    await room.click('In: the clock runs 1.5 min');
    expect(room.written[0]?.payload).toEqual({ step: 'set', timer: 'dip', minutes: 1.5, note: 'bleach dip' });
    await room.pick('nl-choice[name=hardy]', 'moss');
    expect(room.text()).toContain('no bleach at all');
  });
  it('more than the bottle holds is a fault', async () => {
    const room = await open(DipScreen, []);
    await room.fill('Per cent on the label', '5');
    await room.fill('Wanted, as available', '90000');
    expect(room.textOf('.fault')).toContain('cannot be');
  });
});

describe('the trace and the agents', () => {
  it('lists who may have given it and who may have got it, by which way', async () => {
    const room = await open(TraceScreen, [entry('fact', 5, { about: 'shared', thing: 'net', withTankId: lobby })], {
      tank: pen,
    });
    expect(room.text()).toContain('1 may have given it to Linen Room, 1 may have got it.');
    expect(room.text()).toContain('Lobby → Linen Room: net');
    expect(room.text()).toContain('0.70');
  });
  it('without a contact it says how one is written', async () => {
    expect((await open(TraceScreen, [], { tank: pen })).text()).toContain('No contact of this tank is in the book');
  });
  it('agents are found by what they are against, with harm, removal and a word for people', async () => {
    const room = await open(AgentsScreen, []);
    expect(room.text()).toContain('26 of 26 agents.');
    await room.fill('Find an agent', 'flukes');
    expect(room.text()).toContain('Praziquantel');
    expect(room.text()).not.toContain('Kanamycin');
    expect(room.text()).toContain('For people: Gloves.');
  });
});

describe('salt as a course, on the page', () => {
  const openSalt = () => openRoom(SaltScreen, { inputs: { tank: lobby }, answers: { stock }, nowEpochMs });
  it('weighs it for the net water, in portions, with what a change takes along', async () => {
    const room = await openSalt();
    expect(room.text()).toContain('Weigh 80 g for 80 L net: 2 portions of 40 g, one every 8 hours.');
    expect(room.text()).toContain('With each change of 30 % put back 24 g');
    expect(room.text()).toContain('Never with zeolite');
  });
  it('says whom it would harm at that strength', async () => {
    const room = await openSalt();
    expect(room.text()).toContain('cherry shrimp: not certain for shrimp and crayfish');
  });
  it('refuses what cannot be beside it', async () => {
    const room = await openSalt();
    await room.type('[name=target]', '45');
    expect(room.has('[role=alert]')).toBeTrue();
    expect(room.text()).not.toContain('portions');
  });
});
