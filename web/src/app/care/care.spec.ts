import { nightOn, dayMs, hourMs } from '#core/units';
import { TestBed } from '@angular/core/testing';
import type { DiaryEntry } from '../base/scribe';
import { openRoom, type Room } from '../room.cases';
import { AgentsScreen } from './agents-screen';
import { changesFrom, daysFrom } from '#words/care';
import { careOfHouse, contactsOfHouse } from './care-book';
import { CareScreen } from './care-screen';
import { CourseScreen } from './course-screen';
import { CareSheetScreen } from './sheet-screen';
import { DipScreen } from './dip-screen';
import { SaltScreen } from './salt-screen';
import { ToolsScreen } from './tools-screen';
import { TraceScreen } from './trace-screen';

const nowEpochMs = Date.parse('2026-03-14T21:00:00Z');
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
  nightOn: nightOn({ atEpochMs: nowEpochMs - daysAgo * dayMs, zone: 'UTC' }),
  sequence: 1,
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
  startedOn: '2025-01-01',
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
  inWater: [],
  equipment: {},
  water: {},
  events: [],
  ...more,
});
const arrived = (kindId: string) => [
  { entryId: 'a', event: 'arrived', kindId, strain: '', count: { lo: 8, hi: 8 }, atEpochMs: nowEpochMs - 100 * dayMs },
];
const stock = (ofPen: object = {}) => ({
  nowAt: '',
  ownKinds: [],
  tanks: [
    tank(pen, 'Linen Room', 'quarantine', ofPen),
    tank(lobby, 'Lobby', 'display', { events: arrived('cherry-shrimp') }),
  ],
});
/** What the house tells of its changes. */
const water = (changeHoursAgo: number | null) => ({
  nowAt: '',
  chains: [],
  changes:
    changeHoursAgo === null
      ? []
      : [
          {
            entryId: changeId,
            tankId: pen,
            atEpochMs: nowEpochMs - changeHoursAgo * hourMs,
            changeFraction: 0.25,
          },
        ],
});
const changeId = '0191e809-2880-7258-80c9-974745566b60';
const open = <C>(
  screen: new (...args: never[]) => C,
  entries: DiaryEntry[],
  inputs: Record<string, unknown> = {},
  careWater: object = water(null),
  ofPen: object = {},
): Promise<Room> =>
  openRoom(screen as never, {
    inputs,
    answers: {
      stock: stock(ofPen),
      diary: { nowAt: '', entries },
      careWater,
      gate: ({ tank: tankId }: { tank: string }) => ({
        nowAt: '',
        tankId,
        rows: [
          ...entries.filter((e) => e.subjectId === tankId),
          ...(tankId === lobby
            ? [entry('stock', 100, { event: 'arrived', kindId: 'cherry-shrimp', strain: '', count: { lo: 8, hi: 8 } })]
            : []),
        ],
        changes: [],
        netVolumeL: 80,
        water: {},
        equipment: {},
        bedSquaresCount: 48,
        below: [],
      }),
    },
    nowEpochMs,
  });

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
      { house: { nowEpochMs: () => nowEpochMs, zone: () => 'UTC' }, stock: { stockOf: () => null } } as never,
    );
    expect(quarantines[0]?.clock?.setBy).toBe('treatment-ended');
    expect(quarantines[0]?.clock?.blockedBy).toEqual(['time', 'death', 'treatment']);
  });
});

describe('the page of care', () => {
  it('says what is due and late, writes it given, and moves it where it was missed', async () => {
    const room = await open(CareScreen, [course(3, '2026-03-11')]);
    expect(room.textOf('.due')).toContain('Day 1: Give 2 packs, 3 d late');
    expect(room.textOf('.due')).toContain('Day 3: Give 2 packs, 1 d late');
    await room.click('Given');
    expect(room.written[0]?.payload).toEqual({ step: 'given', courseId, day: 1 });
    await room.click('Missed');
    expect(room.written[1]?.payload).toEqual({ step: 'missed', courseId, day: 1 });
  });
  it('an own change asks for its share of the dose; the filter is watched until both are tested', async () => {
    const given = entry('course', 1, { step: 'given', courseId, day: 1 });
    const room = await open(CareScreen, [course(1, '2026-03-13'), given], {}, water(2));
    expect(room.text()).toContain('25 % was changed');
    expect(room.text()).toContain('Give 50 mL of (1 pack in 100 mL), for the replaced water only');
    expect(room.text()).toContain('Not tested today: TAN and NO₂.');
    await room.click('Dosed');
    expect(room.written[0]?.payload).toEqual({ step: 'redosed', courseId, changeEntryId: changeId });
  });
  it('a meal asks who ate, sets its alarms, and says when it reaches them no longer; its end ends its parts', async () => {
    const of = course(1, '2026-03-13');
    const partId = '0191e809-2880-7258-80c9-974745566b71';
    const meal = {
      ...(of.payload as object),
      label: { doseDays: [1, 2], changes: [] },
      food: { bodyMassG: 40, percentOfBodyMass: 2, agentMgPerKgPerDay: 50, binder: '' },
      partOfId: courseId,
      productName: 'A powder',
    };
    const part = entry('course', 1, meal, pen, partId);
    const ate = entry('course', 1, { step: 'given', courseId: partId, day: 1, ate: 'none' });
    const room = await open(CareScreen, [of, part, ate], {}, water(2));
    expect(room.text()).toContain('A powder: ');
    expect(room.text()).toContain('a part of A dewormer');
    expect(room.text()).toContain('Give 0.8 g of food with 2 mg in it');
    expect(room.text()).toContain('The last meals were not eaten by all');
    await room.click('some ate');
    expect(room.written[0]?.payload).toEqual({ step: 'given', courseId: partId, day: 2, ate: 'some' });
    await room.click('Filter off');
    expect(room.written.slice(1).map((e) => (e.payload as { timer: string; minutes: number }).timer)).toEqual([
      'filter',
      'look',
    ]);
    const whole = room.query<HTMLElement>('article[aria-label="Linen Room, A dewormer"]');
    for (const box of Array.from(whole.querySelectorAll<HTMLInputElement>('details input[type=checkbox]'))) box.click();
    await room.settle();
    const end = Array.from(whole.querySelectorAll('button')).find((b) => b.textContent.includes('Ended: better'));
    end?.click();
    await room.settle();
    expect(room.written.slice(3).map((e) => (e.payload as { step: string; courseId: string }).courseId)).toEqual([
      courseId,
      partId,
    ]);
  });
  it('sentinels come from the house and arrive as animals in the same stroke', async () => {
    const opened = { step: 'opened', school: 'observe', reason: 'new', on: '2026-03-01', note: '' };
    const room = await open(CareScreen, [entry('quarantine', 13, opened, pen, courseId)]);
    await room.pick('nl-choice[name=sentinelKind]', 'cherry-shrimp');
    await room.click('They are beside them');
    expect(room.written.map((e) => [e.kind, e.payload])).toEqual([
      [
        'quarantine',
        { step: 'sentinels', quarantineId: courseId, kindId: 'cherry-shrimp', count: 2, on: '2026-03-14' },
      ],
      ['stock', { event: 'arrived', kindId: 'cherry-shrimp', count: { lo: 2, hi: 2 } }],
    ]);
    TestBed.resetTestingModule();
    const beside = entry('quarantine', 12, {
      step: 'sentinels',
      quarantineId: courseId,
      kindId: 'cherry-shrimp',
      count: 2,
      on: '2026-03-02',
    });
    const told = await open(CareScreen, [entry('quarantine', 13, opened, pen, courseId), beside]);
    expect(told.text()).toContain('2 cherry shrimp beside them since');
    expect(told.textOf('.criteria')).toContain('sentinels beside them for two weeks, and all well: not yet');
  });
  it('rests and goes on; what it treats is one step away', async () => {
    const room = await open(CareScreen, [course(1, '2026-03-13')]);
    await room.click('Pause it');
    expect(room.written[0]?.payload).toEqual({ step: 'paused', courseId });
    TestBed.resetTestingModule();
    const resting = await open(CareScreen, [
      course(2, '2026-03-12'),
      entry('course', 1, { step: 'paused', courseId, note: '' }),
    ]);
    expect(resting.text()).toContain('It has been paused since');
    await resting.click('Go on with it');
    expect(resting.written[0]?.payload).toEqual({ step: 'resumed', courseId });
  });
  it('over, it says what is still in the water, and where it did not help leads back to Trouble', async () => {
    const room = await open(
      CareScreen,
      [
        course(6, '2026-03-08'),
        entry('course', 5, { step: 'given', courseId, day: 1 }),
        entry('course', 1, { step: 'ended', courseId, verdict: 'worse', note: '' }),
      ],
      {},
      water(48),
    );
    expect(room.text()).toContain('about 75 % of a dose is still in this water: 10 changes of a quarter');
    expect(room.text()).toContain('Back to Trouble');
    TestBed.resetTestingModule();
    const held = await open(CareScreen, [
      course(40, '2026-02-02'),
      entry('course', 30, { step: 'ended', courseId, verdict: 'same', note: '' }),
      entry('course', 9, { step: 'looked', courseId, verdict: 'better', note: '' }),
    ]);
    expect(held.text()).not.toContain('Back to Trouble');
  });
  it('a quarantine ticks what must hold from the book', async () => {
    const opened = { step: 'opened', school: 'short', reason: 'new', on: '2026-02-20', note: '' };
    const clean = { lo: 0, hi: 0.1, atEpochMs: nowEpochMs - dayMs };
    const room = await open(CareScreen, [entry('quarantine', 22, opened, pen, courseId)], {}, water(null), {
      water: { tanMgPerL: clean, no2MgPerL: clean },
    });
    expect(room.textOf('.criteria')).toContain('its days are over: met');
    expect(room.textOf('.criteria')).toContain('read within three days: met');
    expect(room.textOf('.criteria')).toContain('looked at within three days: the book does not say');
  });
  it('a course ends only when each thing is back', async () => {
    const room = await open(CareScreen, [course(0, '2026-03-14')]);
    expect(room.text()).not.toContain('Ended: better');
    expect(room.text()).toContain('Tick each of them first');
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
    expect(room.text()).toContain('its days are over: not yet');
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

describe('a sheet of care', () => {
  it('of a course: its dates, doses and cautions, and the calendar file', async () => {
    const room = await open(CareSheetScreen, [course(3, '2026-03-11')], { id: courseId });
    expect(room.text()).toContain('Linen Room: A dewormer');
    expect(room.text()).toContain('The label, local law and a veterinarian come first');
    expect(room.textOf('tbody')).toContain('Give 2 packs');
    expect(room.query<HTMLAnchorElement>('a[download]').getAttribute('href')).toBe(`/api/care/${courseId}.ics`);
  });
  it('of a quarantine: when it ends and what must hold; of nothing: it says so', async () => {
    const opened = { step: 'opened', school: 'short', reason: 'new', on: '2026-03-10', note: '' };
    const room = await open(CareSheetScreen, [entry('quarantine', 4, opened, pen, courseId)], { id: courseId });
    expect(room.text()).toContain('Linen Room: quarantine');
    expect(room.text()).toContain('eats well');
    TestBed.resetTestingModule();
    const none = await open(CareSheetScreen, [], { id: courseId });
    expect(none.text()).toContain('No such course or quarantine');
  });
});

describe('a course is planned', () => {
  it('beside what an earlier course left in the water', async () => {
    const left = { agentId: 'D07', courseId, productName: 'A dewormer', shareFraction: 1, ended: true };
    const at = { tank: pen, agent: 'D08' };
    const room = await open(CourseScreen, [], at, water(null), { inWater: [left] });
    expect(room.textOf('.places')).toContain('Still in this water by its changes alone: 1.0 of a dose of A dewormer');
    TestBed.resetTestingModule();
    const clean = await open(CourseScreen, [], at, water(null), { inWater: [{ ...left, ended: false }] });
    expect(clean.textOf('.places')).not.toContain('Still in this water');
  });
  const planned = async (tankId: string, agentId: string): Promise<Room> => {
    const room = await open(CourseScreen, [], { tank: tankId, agent: agentId });
    await room.fill('Name on the pack', 'A product');
    await room.fill('One pack', '40');
    for (const words of ['Water tested', 'Carbon, resin', 'Air up', 'A way out']) await room.tickBox(words);
    return room;
  };
  it('on net volume, with shrimp blocked in the display and free in the pen beside it; a reason opens it', async () => {
    const room = await planned(lobby, 'D06');
    expect(room.textOf('.places section')).toContain('Not like this');
    expect(room.textOf('.places section')).toContain('it harms or kills shrimp');
    expect(room.textOf('.places section + section')).toContain('With caution');
    expect(room.textOf('.places section')).toContain(
      'Give 2 packs 100 % of the label’s dose; 2 packs in all, over 1 day.',
    );
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
  it('is written as it was planned, field by field', async () => {
    const room = await planned(pen, 'D07');
    await room.fill('Days with a dose', '1 3 5');
    await room.fill('Changes', '5 25%');
    expect(room.textOf('.places section')).toContain('Give 2 packs');
    await room.click('Begin the course');
    expect(room.written.map((e) => [e.kind, e.subjectId])).toEqual([['course', pen]]);
    expect(room.written[0]?.payload).toEqual({
      step: 'started',
      agentId: 'D07',
      productName: 'A product',
      label: { packTreatsL: 40, doseDays: [1, 3, 5], changes: [{ day: 5, fraction: 0.25 }] },
      repeats: 0,
      split: false,
      netVolumeL: 80,
      startOn: '2026-03-14',
      warnings: jasmine.any(Array),
    });
  });
  it('in the food: by what lives there, with the grams of a meal; no packs, no bottle, and as a part of what runs', async () => {
    const runs = { agentId: 'D07', courseId, productName: 'A dewormer', shareFraction: 1, ended: false };
    const room = await open(
      CourseScreen,
      [course(1, '2026-03-13')],
      { tank: pen, agent: 'D10', part: courseId },
      water(null),
      {
        inWater: [runs],
      },
    );
    await room.fill('Name on the pack', 'A powder');
    expect(room.text()).toContain('A part of the course with A dewormer');
    await room.pick('nl-choice[name=way]', 'food');
    expect(room.has('[name=treats]')).toBeFalse();
    await room.type('[name=bodyMassG]', '40');
    await room.type('[name=doseDays]', '1 2 3');
    expect(room.has('.days')).toBeFalse();
    await room.type('[name=agentMgPerKgPerDay]', '50');
    expect(room.textOf('.places section')).toContain('Give 0.8 g of food with 2 mg in it');
    // What was weighed in one tank doses no other.
    await room.pick('nl-choice[name=tank]', lobby);
    expect(room.query<HTMLInputElement>('[name=bodyMassG]').value).not.toBe('40');
    expect(room.textOf('.places section')).not.toContain('with 2 mg in it');
    await room.pick('nl-choice[name=tank]', pen);
    expect(room.textOf('.places section')).toContain('with 2 mg in it');
    for (const words of ['Water tested', 'Carbon, resin', 'Air up', 'A way out']) await room.tickBox(words);
    if (room.has('[name=overrideReason]')) await room.type('[name=overrideReason]', 'as prescribed');
    await room.click('Begin the course');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({
        label: { doseDays: [1, 2, 3], changes: [] },
        food: { bodyMassG: 40, percentOfBodyMass: 2, agentMgPerKgPerDay: 50, binder: '' },
        partOfId: courseId,
      }),
    );
  });
  const bottleId = '0191e809-2880-7258-80c9-974745566b61';
  const bottle = (more: object = {}, agentIds: string[] = ['D07']): DiaryEntry[] => [
    entry(
      'supply',
      90,
      {
        name: 'A dewormer of ours',
        category: 'medicine',
        unit: 'mL',
        leadDays: 7,
        startedOn: '2025-12-14',
        pack: { packValue: 10, costValue: 4 },
        medicine: { agentIds, doseValue: 5, label, kinds: 'not for loaches' },
        ...more,
      },
      bottleId,
    ),
    entry('supply-log', 80, { event: 'left', value: 12 }, bottleId),
  ];
  it('from a bottle of the cupboard: its label, what is left of it, what is to buy, and what it says of kinds', async () => {
    const room = await open(CourseScreen, bottle(), { tank: pen });
    await room.pick('nl-choice[name=bottle]', bottleId);
    // 80 L of 40 L a dose of 5 mL: 10 mL twice, 12 there, 8 missing, a pack of 10 for 4.
    expect(room.textOf('.places section')).toContain(
      '10 mL a dose, 20 mL in all; 12 mL in the cupboard: 8 mL are missing: 1 pack to buy, 4.00.',
    );
    expect(room.text()).toContain('Its label says of kinds: not for loaches');
    for (const words of ['Water tested', 'Carbon, resin', 'Air up', 'A way out']) await room.tickBox(words);
    await room.click('Begin the course');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({ supplyId: bottleId, doseValue: 5, agentId: 'D07', productName: 'A dewormer of ours' }),
    );
  });
  it('each agent of a bottle is checked, and one past its date says so', async () => {
    const room = await open(CourseScreen, bottle({ expiresOn: '2026-03-01' }, ['D07', 'D06']), { tank: lobby });
    await room.pick('nl-choice[name=bottle]', bottleId);
    expect(room.text()).toContain('Past its date');
    expect(room.textOf('.places section')).toContain('Not like this');
    expect(room.text()).toContain('each is checked');
  });
  it('what is given is taken off the bottle in the same stroke; what was missed takes nothing', async () => {
    const begun = course(0, '2026-03-14');
    const of = { ...begun, payload: { ...(begun.payload as object), supplyId: bottleId, doseValue: 5 } };
    const room = await open(CareScreen, [of]);
    await room.click('Missed');
    expect(room.written.map((e) => e.kind)).toEqual(['course']);
    await room.click('Given');
    expect(room.written.slice(1).map((e) => [e.kind, e.subjectId, e.payload])).toEqual([
      ['course', pen, { step: 'given', courseId, day: 1 }],
      ['supply-log', bottleId, { event: 'used', value: 10 }],
    ]);
  });
  it('so is what is dosed again for replaced water, by its share', async () => {
    const begun = course(1, '2026-03-13');
    const of = { ...begun, payload: { ...(begun.payload as object), supplyId: bottleId, doseValue: 5 } };
    const room = await open(CareScreen, [of, entry('course', 1, { step: 'given', courseId, day: 1 })], {}, water(2));
    await room.click('Dosed');
    // A quarter of 80 L is half of one of two packs of 5 mL: one is dissolved, and what is not given is thrown away.
    expect(room.written.map((e) => [e.kind, e.payload])).toEqual([
      ['course', { step: 'redosed', courseId, changeEntryId: changeId }],
      ['supply-log', { event: 'used', value: 5 }],
    ]);
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
    const shown =
      /([\d.]+)\s*mL/.exec(room.textOf('[aria-label="Bleach, for plants and tools"] strong'))?.[1] ?? 'none';
    expect(room.written[0]?.payload).toEqual({
      step: 'set',
      timer: 'plant-dip',
      minutes: 1.5,
      note: `bleach dip: ${shown} mL in 10 L, 1700 mg/L`,
    });
    await room.type('[name=bathL]', '4');
    const grams = /([\d.]+)\s*g/.exec(room.textOf('[aria-label="Other dips and baths"] strong'))?.[1] ?? 'none';
    room.query<HTMLButtonElement>('[aria-label="Other dips and baths"] .go').click();
    await room.settle();
    expect((room.written[1]?.payload as { note: string }).note).toMatch(new RegExp(`: .* g/L, ${grams} g in 4 L$`));
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
  const touched = (disinfected: boolean) =>
    entry('fact', 5, { about: 'shared', thing: 'net', withTankId: lobby, disinfected });
  it('each that may have got it gets a watch; where one is open its clock begins anew; a broken contact asks for none', async () => {
    const room = await open(TraceScreen, [touched(false)], { tank: pen });
    await room.click('Watch it');
    expect(room.written.map((e) => [e.subjectId, e.payload])).toEqual([
      [
        lobby,
        { step: 'opened', school: 'observe', reason: 'exposed', on: '2026-03-14', note: 'touched by Linen Room' },
      ],
    ]);
    TestBed.resetTestingModule();
    const opened = { step: 'opened', school: 'short', reason: 'new', on: '2026-03-01', note: '' };
    const again = await open(TraceScreen, [touched(false), entry('quarantine', 13, opened, lobby, courseId)], {
      tank: pen,
    });
    await again.click('Begin its clock anew');
    expect(again.written[0]?.payload).toEqual(
      jasmine.objectContaining({ step: 'noted', quarantineId: courseId, event: 'wet-contact', on: '2026-03-14' }),
    );
    TestBed.resetTestingModule();
    expect((await open(TraceScreen, [touched(true)], { tank: pen })).text()).not.toContain('Watch the exposed');
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
  const openSalt = () => openRoom(SaltScreen, { inputs: { tank: lobby }, answers: { stock: stock() }, nowEpochMs });
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

describe('tools', () => {
  const toolId = '0191e809-2880-7258-80c9-974745566b62';
  const kept = entry('tool', 20, { step: 'kept', name: 'The long net', sort: 'net' }, pen, toolId);
  const used = entry('tool', 3, { step: 'used', toolId }, lobby);
  it('have a home; where one was used is a contact of the trace, and asks for its dip', async () => {
    expect(contactsOfHouse([kept, used]).map((c) => [c.from, c.to, c.kind, c.broken])).toEqual([
      [pen, lobby, 'net', false],
    ]);
    const room = await open(ToolsScreen, [kept, used]);
    expect(room.text()).toContain('It was in Lobby and not dipped since: dip it first.');
    await room.click('Used');
    await room.click('Dipped');
    expect(room.written.map((e) => [e.subjectId, e.payload])).toEqual([
      [pen, { step: 'used', toolId }],
      [pen, { step: 'dipped', toolId, agentId: 'D24', minutes: 30, kept: true }],
    ]);
  });
  it('a dip that was too short is written as what it is, and breaks nothing', async () => {
    const room = await open(ToolsScreen, [kept]);
    await room.type('input[name=dipMinutes]', '29');
    expect(room.text()).toContain('the contact stays unbroken');
    await room.click('Dipped');
    expect(room.written[0]?.payload).toEqual(jasmine.objectContaining({ minutes: 29, kept: false }));
    await room.type('input[name=dipMinutes]', '');
    expect(room.disabled('Dipped')).toBeTrue();
  });
  it('is kept at a tank; equipment stays its own for a year after the last arrival', async () => {
    const room = await open(ToolsScreen, [kept, entry('arrival', 9, {})]);
    expect(room.text()).toMatch(/its equipment stays its own until \D*5\D*2027/);
    expect(room.disabled('Keep it')).toBeTrue();
    await room.type('input[name=toolName]', 'A siphon');
    await room.pick('nl-choice[name=sort]', 'siphon');
    await room.pick('nl-choice[name=home]', lobby);
    await room.click('Keep it');
    expect([room.written[0]?.subjectId, room.written[0]?.payload]).toEqual([
      lobby,
      { step: 'kept', name: 'A siphon', sort: 'siphon' },
    ]);
  });
});
