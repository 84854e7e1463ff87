import { kindAsRead } from '#contracts/book';
import { nightOn, hourMs } from '#core/units';
import { TestBed } from '@angular/core/testing';
import type { TonightTank } from '#contracts/tonight';
import { portionText } from '#words/hands';
import { openRoom } from '../room.cases';
import { TonightStore } from '../tonight';
import { AwayScreen } from './away-screen';
import { HandsLearntScreen } from './learnt-screen';
import { MoveScreen } from './move-screen';
import { CleanScreen } from './clean-screen';
import { OutageScreen } from './outage-screen';
import { StandInScreen } from './stand-in-screen';
import { TrimScreen } from './trim-screen';
import { WalkScreen } from './walk-screen';

const nowEpochMs = Date.parse('2026-03-14T21:00:00Z');
const [a, b] = ['0191e809-2880-7258-80c9-974745566b51', '0191e809-2880-7258-80c9-974745566b52'];
const visit = (tankId: string, name: string, over: object = {}): TonightTank => ({
  tankId,
  name,
  rack: '',
  roundOrder: 1,
  purpose: 'display',
  doubtful: false,
  netVolumeL: 50,
  state: 'settled',
  reasonId: 'in-band',
  reason: '',
  reasonFacts: {},
  decidedBy: null,
  water: { state: 'settled', reason: '', short: '', deciding: null, mark: null },
  deciding: null,
  urgent: false,
  nextStep: { kind: 'leave', text: '', short: '', reason: { id: 'leave', facts: {} } },
  lookedTonight: false,
  lastDone: [],
  contributions: [],
  ...over,
});
const tank = (tankId: string, name: string, more: object = {}) => ({
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
    purpose: 'display',
    practiceId: 'x',
    bearing: 'usual',
    startedOn: '2025-01-01',
    overrides: [],
  },
  netVolumeL: 50,
  stage: null,
  inWater: [],
  equipment: {},
  water: { tempC: { lo: 24, hi: 24, atEpochMs: nowEpochMs } },
  events: [],
  ...more,
});
const arrived = (count: number) => [
  {
    entryId: 'x',
    event: 'arrived',
    kindId: 'cherry-shrimp',
    strain: '',
    count: { lo: count, hi: count },
    atEpochMs: nowEpochMs - 100 * 24 * hourMs,
  },
];
const stock = { nowAt: '', ownKinds: [], tanks: [tank(a, 'Porch'), tank(b, 'Loft', { events: arrived(200) })] };
const entry = (payload: object, { hoursAgo = 1, subjectId = a, entryId = 'e1' } = {}) => ({
  entryId,
  kind: kindAsRead('hands', payload),
  subjectId,
  atEpochMs: nowEpochMs - hoursAgo * hourMs,
  nightOn: nightOn({ atEpochMs: nowEpochMs - hoursAgo * hourMs, zone: 'UTC' }),
  payload: { note: '', ...payload },
});
const diary = (...entries: object[]) => ({ entries });

describe('the walk', () => {
  const changes = { nextStep: { kind: 'change', text: '', short: '', reason: { id: 'x', facts: {} } } };
  const sheet = (...tanks: TonightTank[]) => ({
    nowAt: '',
    nightOn: '2026-03-14',
    house: '',
    foreseen: { readyCount: 1, tanksCount: 1 },
    tanks,
  });
  const open = async (tanks: TonightTank[], ...entries: object[]) => {
    const room = await openRoom(WalkScreen, {
      answers: { tonight: sheet(...tanks), diary: diary(...entries) },
      nowEpochMs,
    });
    // As the frame of the page does.
    TestBed.inject(TonightStore).load();
    await room.settle();
    return room;
  };
  it('goes from clean to foul, with jobs, minutes and the wash between', async () => {
    const room = await open([visit(b, 'Loft', { doubtful: true }), visit(a, 'Porch', changes)]);
    expect(room.text()).toContain('2 stops, about 22 of 90 min');
    expect(room.text().indexOf('Porch')).toBeLessThan(room.text().indexOf('Loft'));
    expect(room.text()).toContain('Wash hands and arms here.');
    expect(room.text()).toContain('Lay ready: siphon, hose, towels.');
    expect(room.text()).toContain('never by mouth');
  });
  it('puts off what may wait when the minutes are few, and says so', async () => {
    const room = await open([visit(a, 'Porch', changes)]);
    await room.type('[name=minutes]', '5');
    expect(room.text()).toContain('1 stop, about 2 of 5 min');
    expect(room.textOf('[aria-label="What waits"]')).toContain('Porch: change water can well wait');
  });
  it('minutes that cannot be read plan nothing: the walk stands, and the fault beside its field', async () => {
    const room = await open([visit(a, 'Porch', changes)]);
    await room.type('[name=minutes]', 'many');
    expect(room.text()).toContain('how many minutes?');
    expect(room.text()).toContain('of 90 min');
    await room.type('[name=minutes]', '40');
    expect(room.text()).not.toContain('how many minutes?');
    expect(room.text()).toContain('of 40 min');
  });
  it('is laid in the keeper’s own order by key, says what that breaks, and goes back to hygiene', async () => {
    const room = await open([visit(b, 'Loft', { doubtful: true }), visit(a, 'Porch', changes)]);
    expect(room.has('[aria-label="Later: Porch"]')).toBeTrue();
    room.query<HTMLButtonElement>('[aria-label="Later: Porch"]').click();
    await room.settle();
    expect(room.text()).toMatch(/Loft \([^)]*\) stands before Porch: what it has may go there/);
    expect(room.textOf('.stop')).toContain('Loft');
    expect(JSON.parse(room.drafts.get('walk-order-2026-03-14') ?? '[]')).toEqual([b, a]);
    await room.click('Back to the order of hygiene');
    expect(room.text()).not.toContain('stands before');
    expect(room.drafts.get('walk-order-2026-03-14')).toBe('');
  });
  it('while the power is out a look is a look, and feeds nobody', async () => {
    const dark = { contributions: [{ id: 'outage:1', reason: { id: 'outage', facts: { cause: 'power' } } }] };
    const room = await open([visit(a, 'Porch', dark)]);
    await room.click('Done');
    const looked = room.written.find((e) => e.kind === 'looked');
    expect(looked?.payload).toEqual({ fed: false, fine: true });
  });
  it('a stop that is done is written with its jobs, and a look is a look', async () => {
    const room = await open([visit(a, 'Porch')]);
    await room.click('Done');
    expect(room.written.map((e) => [e.kind, e.subjectId])).toEqual([
      ['walk', a],
      ['looked', a],
    ]);
    expect(room.written[0]?.payload).toEqual({ step: 'stop', jobs: ['look', 'feed'] });
    expect(room.written[1]?.payload).toEqual({ fed: true, fine: true });
  });
  it('goes on where another device stopped: a look that was made is not asked for again, its minutes are gone', async () => {
    const made = entry({ step: 'stop', jobs: ['look', 'feed'], minutes: 40 });
    const room = await open([visit(a, 'Porch'), visit(b, 'Loft')], made);
    expect(room.text()).toContain('Made tonight: Porch');
    expect(room.text()).toContain('1 stop, about 2 of 50 min');
  });
  it('a stop that two devices say was made takes its minutes once', async () => {
    const made = entry({ step: 'stop', jobs: ['look', 'feed'], minutes: 40 });
    const again = entry({ step: 'stop', jobs: ['look', 'feed'], minutes: 40 }, { entryId: 'e2' });
    const room = await open([visit(a, 'Porch'), visit(b, 'Loft')], made, again);
    expect(room.text()).toContain('1 stop, about 2 of 50 min');
  });
  it('a dose stays until it is given on its own page, whatever was tapped here', async () => {
    const due = {
      contributions: [{ id: 'course-due:1', severity: 'act', reason: { id: 'course-due', facts: {} } }],
    };
    const room = await open([visit(a, 'Porch', due)], entry({ step: 'stop', jobs: ['look', 'dose', 'feed', 'again'] }));
    expect(room.textOf('ol.walk')).toContain('dose');
    expect(room.textOf('ol.walk')).not.toContain('look');
  });
  it('calls no tank fine that asks for somebody', async () => {
    const room = await open([visit(a, 'Porch', { state: 'act' })]);
    await room.click('Done');
    expect(room.written.map((e) => e.kind)).toEqual(['walk']);
  });
  it('what was made another night is no longer so', async () => {
    const room = await open([visit(a, 'Porch')], entry({ step: 'stop', jobs: ['look'] }, { hoursAgo: 30 }));
    expect(room.textOf('ol.walk')).toContain('look feed');
  });
  it('nobody is fed in a tank without animals, nor twice in one evening', async () => {
    const animals = { events: arrived(20) };
    const room = await openRoom(WalkScreen, {
      answers: {
        tonight: sheet(
          visit(a, 'Porch'),
          visit(b, 'Loft', { lastDone: [{ kind: 'fed', at: '2026-03-14T19:00:00Z', text: '' }] }),
        ),
        diary: diary(),
        stock: { ...stock, tanks: [tank(a, 'Porch'), tank(b, 'Loft', animals)] },
      },
      nowEpochMs,
    });
    TestBed.inject(TonightStore).load();
    await room.settle();
    expect(room.textOf('ol.walk')).not.toContain('feed');
  });
  it('sends to what comes out tonight, to the look of a case and to the test of a move, each where it is done', async () => {
    const because = (id: string, facts: object, more: object = {}) => ({
      id: `${id}:1`,
      severity: 'act',
      reason: { id, facts },
      dueEpochMs: null,
      begins: { path: `/of/${id}`, query: { case: '1' } },
      ...more,
    });
    const contributions = [
      because('leftovers', {}, { dueEpochMs: nowEpochMs + 2 * hourMs }),
      because('leftovers', {}, { id: 'leftovers:2', dueEpochMs: nowEpochMs + 20 * hourMs }),
      because('case', { due: true }),
      because('moved', { testedToday: false, goodDays: 2 }),
    ];
    const room = await open([visit(a, 'Porch', { contributions })]);
    await room.type('[name=minutes]', '1');
    expect(room.textOf('ol.walk')).toContain('take out what was left');
    expect(room.textOf('ol.walk')).toContain('test');
    expect(room.query<HTMLAnchorElement>('.jobs a[href*="/of/case"]').textContent).toBe('look for signs');
    // One look, two minutes of leftovers (of one meal, not both), three of signs, four of a test, food.
    expect(room.text()).toContain('1 stop, about 11 of 1 min, 10 more than there are');
    await room.click('Done');
    await room.settle();
    expect(room.written[0]?.payload).toEqual(jasmine.objectContaining({ step: 'stop' }));
  });
  it('sends to the quarantine that asks for its look, not to a case that does not', async () => {
    const of = (id: string, facts: object) => ({
      ...{ id: `${id}:1`, severity: 'act', dueEpochMs: null },
      ...{ reason: { id, facts }, begins: { path: `/of/${id}`, query: {} } },
    });
    const contributions = [of('case', { due: false }), of('quarantine', { lookedToday: false })];
    const room = await open([visit(a, 'Porch', { contributions })]);
    expect(room.query<HTMLAnchorElement>('.jobs a[href*="/of/"]').href).toContain('/of/quarantine');
  });
  const evening = (over: object = {}) => ({
    nowAt: '',
    weekdayIndex: 6,
    untilHours: 1,
    tanks: [
      {
        tankId: a,
        name: 'Porch',
        waterId: 'lake',
        changeL: 12.34,
        changeFraction: 0.2,
        dueDays: 1,
        everyDays: 7,
        changeMinutes: 15,
        leavesAtDay: null,
        leavesParameter: null,
        urgent: false,
        how: 'poured',
        routineBy: 'keeper',
        sequence: null,
      },
    ],
    waters: [
      {
        waterId: 'lake',
        name: 'Lake water',
        roFraction: 1,
        saltGPerL: 0.1,
        leadHours: 24,
        stirred: true,
        mixMinutes: 10,
        readyL: 0,
        standing: [],
        cost: { perLValue: 0, unpriced: [] },
      },
    ],
    works: {
      madeLPerH: 5,
      storesL: 60,
      storedL: 60,
      wasteRatio: 3,
      drums: [],
      evenings: [],
      eveningMinutes: 90,
      known: true,
    },
    unitSourceId: null,
    without: [],
    ...over,
  });
  const opened = async (tanks: TonightTank[], answers: object, ...entries: object[]) => {
    const room = await openRoom(WalkScreen, {
      answers: { tonight: sheet(...tanks), diary: diary(...entries), ...answers },
      nowEpochMs,
    });
    TestBed.inject(TonightStore).load();
    await room.settle();
    return room;
  };
  it('begins with the water of tomorrow, whose minutes are taken from the evening, and says litres and water of a change', async () => {
    const room = await opened([visit(a, 'Porch', changes)], { evening: evening() });
    expect(room.textOf('[aria-label="Begin first"]')).toContain('12.3 L Lake water');
    expect(room.textOf('[aria-label="Begin first"]')).toContain('stirred for 24 h; no free drum holds it');
    expect(room.text()).toContain('of 80 min');
    expect(room.text()).toContain('change water: 12.3 L Lake water');
    expect(room.query<HTMLAnchorElement>('.jobs a[href*="/water?"]').href).toContain('changeL=12.3');
  });
  it('once a change is in the book it is not asked for again tonight, only looked at', async () => {
    const changedToday = { ...changes, lastDone: [{ kind: 'change', at: '2026-03-14T19:00:00Z', text: '' }] };
    const room = await opened([visit(a, 'Porch', changedToday)], { evening: evening() });
    expect(room.textOf('ol.walk .jobs')).not.toContain('change water');
    expect(room.textOf('ol.walk .jobs')).toContain('look again');
  });
  it('one hose in passes: off opens the change with its closing checks and starts the heater’s clock; each device goes on', async () => {
    const off = entry({ step: 'pass', pass: 'off' }, { subjectId: b, hoursAgo: 0.1 });
    const room = await opened([visit(a, 'Porch', changes), visit(b, 'Loft', changes)], { evening: evening() }, off);
    expect(room.text()).not.toContain('One hose: ');
    expect(room.query<HTMLButtonElement>('[aria-label="Done: Porch"]').disabled).toBeFalse();
    room.query<HTMLInputElement>('#one-hose').click();
    await room.settle();
    expect(room.textOf('[aria-label="One hose: Loft, Porch"]')).toContain('Waiting for heaters to cool:');
    expect(room.query<HTMLButtonElement>('[aria-label="Off, done: Loft"]').disabled).toBeTrue();
    expect(room.has('[aria-label="Done: Porch"]')).withContext('it stands in its passes alone').toBeFalse();
    room.query<HTMLButtonElement>('[aria-label="Off, done: Porch"]').click();
    await room.settle();
    expect(room.written.map((e) => e.kind)).toEqual(['walk', 'job', 'timer']);
    expect(room.written[0]?.payload).toEqual({ step: 'pass', pass: 'off' });
    expect(room.written[1]?.payload).toEqual({
      step: 'started',
      work: { kind: 'change', changeL: 12.3, how: 'poured', bed: 'none', chain: 'last', sourceId: 'lake' },
    });
    expect(room.written[2]?.payload).toEqual(jasmine.objectContaining({ step: 'set', timer: 'heater' }));
  });
  it('the last pass of a tank writes what was done there by hand; the litres are for their own page', async () => {
    const room = await opened([visit(a, 'Porch', changes), visit(b, 'Loft', changes)], { evening: evening() });
    room.query<HTMLInputElement>('#one-hose').click();
    await room.settle();
    expect(room.drafts.get('walk-one-hose')).toBe('yes');
    room.query<HTMLButtonElement>('[aria-label="On, and after, done: Porch"]').click();
    await room.settle();
    expect(room.written.map((e) => [e.kind, e.payload])).toEqual([
      ['walk', { step: 'pass', pass: 'after' }],
      ['walk', { step: 'stop', jobs: ['look', 'feed'] }],
      ['looked', { fed: true, fine: true }],
    ]);
    expect(room.query<HTMLAnchorElement>('[aria-label="Write the change: Porch"]').href).toContain('water=lake');
  });
  it('a change that is open there goes on: it is not begun a second time', async () => {
    const job = {
      jobId: 'j1',
      tankId: a,
      tankName: 'Porch',
      startedEpochMs: nowEpochMs,
      work: { kind: 'change', changeL: 12.3, how: 'poured', bed: 'none', chain: 'first' },
      ticked: [],
      open: ['heater'],
    };
    const room = await opened([visit(a, 'Porch', changes), visit(b, 'Loft', changes)], {
      evening: evening(),
      doing: { nowAt: '', jobs: [job], timers: [], learntMinutes: [] },
    });
    // What is under way is asked for with a clock of its own.
    const change = () => room.query<HTMLAnchorElement>('.jobs a[href*="/water?"][href*="lake"]').href;
    await room.until(() => change().includes('job='));
    expect(change()).toContain('job=j1');
    room.query<HTMLInputElement>('#one-hose').click();
    await room.settle();
    room.query<HTMLButtonElement>('[aria-label="Off, done: Porch"]').click();
    await room.settle();
    expect(room.written.map((e) => e.kind)).toEqual(['walk', 'timer']);
  });
  it('a tank whose heater is not on in the book has no clock of one', async () => {
    const off = { heater: { on: false, detail: '', atEpochMs: nowEpochMs } };
    const room = await opened([visit(a, 'Porch', changes), visit(b, 'Loft', changes)], {
      evening: evening(),
      stock: { ...stock, tanks: [tank(a, 'Porch', { equipment: off }), tank(b, 'Loft')] },
    });
    room.query<HTMLInputElement>('#one-hose').click();
    await room.settle();
    room.query<HTMLButtonElement>('[aria-label="Off, done: Porch"]').click();
    await room.settle();
    expect(room.written.map((e) => e.kind)).toEqual(['walk', 'job']);
  });
  it('a draining pump is an alarm of its tank', async () => {
    const room = await opened([visit(a, 'Porch', changes), visit(b, 'Loft', changes)], {});
    room.query<HTMLInputElement>('#one-hose').click();
    await room.settle();
    room.query<HTMLButtonElement>('[aria-label="Alarm: Drain, Porch"]').click();
    await room.settle();
    expect(room.written.map((e) => [e.kind, e.subjectId, (e.payload as { timer: string }).timer])).toEqual([
      ['timer', a, 'pump'],
    ]);
  });
  it('handed over, a stop stands in the walk of whoever has it and no longer in mine, until it is taken back', async () => {
    const room = await opened([visit(a, 'Porch'), visit(b, 'Loft')], {}, entry({ step: 'handed', to: 'Uncle' }));
    expect(room.text()).toContain('With Uncle: Porch');
    expect(room.text()).toContain('1 stop, about 2 of 90 min');
    expect(room.textOf('.stop')).toContain('Loft');
    await room.pick('[name=whose]', 'Uncle');
    expect(room.textOf('.stop')).toContain('Porch');
    await room.click('Take back');
    expect(room.written.map((e) => [e.subjectId, e.payload])).toEqual([[a, { step: 'handed', to: '' }]]);
  });
  it('what is left is handed over by name, and to nobody without one', async () => {
    const room = await opened([visit(a, 'Porch'), visit(b, 'Loft')], {});
    expect(room.disabled('Hand over')).toBeTrue();
    await room.type('[name=handTo]', ' Aunt ');
    await room.click('Hand over');
    expect(room.written.map((e) => [e.subjectId, e.payload])).toEqual([
      [b, { step: 'handed', to: 'Aunt' }],
      [a, { step: 'handed', to: 'Aunt' }],
    ]);
  });
});

describe('an outage', () => {
  const open = (...entries: object[]) =>
    openRoom(OutageScreen, { answers: { stock, diary: diary(...entries) }, nowEpochMs });
  it('says what to do before any figure, and starts the clock of all tanks', async () => {
    const room = await open();
    expect(room.text()).toContain('Air first');
    await room.click('Start the clock, all tanks');
    expect(room.written.map((e) => [e.subjectId, e.payload])).toEqual([
      [a, { step: 'outage', cause: 'power' }],
      [b, { step: 'outage', cause: 'power' }],
    ]);
  });
  it('puts the fullest tank first, and air takes it out of the race', async () => {
    const room = await open(
      entry({ step: 'outage', cause: 'power' }, { hoursAgo: 5 }),
      entry({ step: 'outage', cause: 'power' }, { hoursAgo: 5, subjectId: b, entryId: 'e2' }),
    );
    const order = () => room.text().slice(room.text().indexOf('Who is first'));
    expect(order().indexOf('Loft')).toBeLessThan(order().indexOf('Porch'));
    expect(order()).toContain('canister may be foul');
    // Of the other nobody wrote who lives there.
    expect(order()).toMatch(/Porch.{0,4}oxygen: cannot tell, no animals entered/);
    await room.tickBox('has air: Loft');
    expect(order()).toMatch(/Loft.{0,4}oxygen: not limited by oxygen/);
  });
  it('ends for each tank, and then says what comes after', async () => {
    const room = await open(entry({ step: 'outage', cause: 'power' }));
    await room.click('It is over');
    expect(room.written.map((e) => e.payload)).toEqual([{ step: 'outage-over', outageId: 'e1' }]);
    expect(room.text()).toContain('never pumped into the tank');
  });
  it('with the mains on begins with dry hands', async () => {
    const room = await open();
    await room.pick('[name=cause]', 'flood');
    expect(room.textOf('ol.steps')).toMatch(/^\s*Hands dry/);
    expect(room.text()).not.toContain('not limited by oxygen');
    expect(room.text()).toContain('Gasping: air now');
  });
});

describe('a move', () => {
  const open = (tankId: string | undefined, ...entries: object[]) =>
    openRoom(MoveScreen, {
      inputs: tankId === undefined ? {} : { tank: tankId },
      answers: { stock, diary: diary(...entries) },
      nowEpochMs,
    });
  it('says that the oxygen may not last, and that air lasts', async () => {
    const room = await open(b);
    expect(room.text()).not.toContain('That may not last');
    await room.type('[name=waterL]', '3');
    expect(room.text()).toContain('That may not last');
    await room.pick('[name=aerated]', 'yes');
    expect(room.text()).toContain('not limited by oxygen');
    expect(room.text()).not.toContain('That may not last');
  });
  it('of a tank of whom nobody wrote no hours are told', async () => {
    const room = await open(a);
    expect(room.text()).toContain('Cannot tell how long the oxygen lasts');
    expect(room.text()).not.toContain('not limited by oxygen');
  });
  it('refuses figures that cannot be beside them', async () => {
    const room = await open(b);
    await room.type('[name=waterL]', '-3');
    expect(room.has('.fault')).toBeTrue();
  });
  it('has no watch of no tank', async () => {
    const none = await open(undefined);
    await none.click('It stands in its new place: start the watch');
    expect(none.written).toEqual([]);
    expect(none.text()).toContain('Choose the tank first.');
  });
  it('is watched: each day says how the water was', async () => {
    const room = await open(undefined, entry({ step: 'moved', how: 'all-in' }, { hoursAgo: 48 }));
    expect(room.text()).toContain('0 of 7 good days running');
    expect(room.disabled('Good today')).toBeTrue();
    expect(room.text()).toContain('Ammonia and nitrite first');
    await room.click('Not good: Porch');
    expect(room.written.map((e) => e.payload)).toEqual([{ step: 'move-day', movedId: 'e1', good: false }]);
  });
  it('a day is good as it was read: both at nothing today', async () => {
    const watched = (no2: number) =>
      openRoom(MoveScreen, {
        answers: {
          stock: {
            ...stock,
            tanks: [
              tank(a, 'Porch', {
                water: {
                  tanMgPerL: { lo: 0, hi: 0.1, atEpochMs: nowEpochMs - hourMs },
                  no2MgPerL: { lo: 0, hi: no2, atEpochMs: nowEpochMs - hourMs },
                },
              }),
            ],
          },
          diary: diary(entry({ step: 'moved', how: 'all-in' }, { hoursAgo: 48 })),
        },
        nowEpochMs,
      });
    const room = await watched(0.1);
    await room.click('Good today, as read');
    expect(room.written.map((e) => e.payload)).toEqual([{ step: 'move-day', movedId: 'e1', good: true }]);
    TestBed.resetTestingModule();
    const bad = await watched(0.5);
    expect(bad.disabled('Good today')).toBeTrue();
    expect(bad.text()).toContain('Not good, as read');
  });
  it('foretells ammonia without a filter by the nitrate it makes, and keeps it with the move', async () => {
    const line = { parameter: 'no3MgPerL', productionPerDay: { lo80: 1, mean: 1.5, hi80: 2 } };
    const room = await openRoom(MoveScreen, {
      inputs: { tank: b },
      answers: { stock, diary: diary(), buildUp: { nowAt: '', tanks: [{ tankId: b, lines: [line] }] } },
      nowEpochMs,
    });
    // 2 mg/L of nitrate hold 2 × 14.007 / 62.004 = 0.45 of nitrogen.
    expect(room.textOf('[aria-label="The day"]')).toContain('up to 0.45 mg/L as N');
    await room.click('It stands in its new place: start the watch');
    expect(room.written[0]?.payload).toEqual({
      step: 'moved',
      how: 'all-in',
      oldL: 25,
      newL: 25,
      tanMgPerLPerDay: 0.452,
    });
  });
  it('is written as it was planned: the way, and how much of its water went along', async () => {
    const room = await open(b);
    await room.pick('nl-choice[name=how]', 'all-out');
    await room.pick('nl-choice[name=choice]', 'same');
    // Four fifths of 50 L.
    expect(room.textOf('[aria-label="The day"]')).toContain('40 L');
    await room.click('It stands in its new place: start the watch');
    expect(room.written.map((e) => [e.kind, e.subjectId, e.payload])).toEqual([
      ['move', b, { step: 'moved', how: 'all-out', oldL: 40, newL: 10 }],
    ]);
  });
  it('says which tanks may be merged beforehand, when somebody asks', async () => {
    const animals = (kindId: string) => [{ ...arrived(20)[0], kindId }];
    const two = {
      ...stock,
      tanks: [
        tank(a, 'Porch', { netVolumeL: 20, events: animals('cherry-shrimp') }),
        tank(b, 'Loft', { events: arrived(200) }),
      ],
    };
    const room = await openRoom(MoveScreen, { answers: { stock: two, diary: diary() }, nowEpochMs });
    expect(room.textOf('details')).toContain('No two tanks may be merged');
    room.query('details').dispatchEvent(new Event('toggle'));
    await room.settle();
    expect(room.textOf('details')).toContain('Porch into Loft');
  });
  it('the day by the clock: litres, cans, heads; a journey in the book speaks against it; what is packed stays on the device', async () => {
    const away = entry({ step: 'away', fromOn: '2026-03-18', toOn: '2026-03-25', leaves: [] }, { entryId: 'w' });
    const room = await open(b, away);
    expect(room.text()).toContain('Not now: a journey begins on Wednesday, 18 March 2026');
    // Half of 50 L at 4 L a minute: 09:00, plugs 15, stones 10, water 7.
    expect(room.text()).toContain('in 2 cans');
    expect(room.textOf('table.day')).toMatch(/09:32\s*animals into boxes/);
    await room.pick('nl-choice[name=how]', 'all-out');
    expect(room.textOf('table.day')).toContain('bed out');
    await room.tickBox('nets');
    expect(room.drafts.get('move-packed')).toBe('["old-placenets"]');
    expect(room.textOf('details')).toMatch(/Porch, from Saturday, 14 March.*Loft, from Wednesday, 18 March/s);
  });
});

describe('weeks away', () => {
  const fan = (lo80: number, mean: number, hi80: number) => ({ lo80, mean, hi80 });
  const line = (over: object = {}) => ({
    parameter: 'no3MgPerL',
    level: fan(18, 20, 22),
    productionPerDay: fan(1, 1.5, 2),
    sourceValue: 2,
    floor: null,
    ceiling: 40,
    limitBy: 'band',
    ratchet: null,
    ...over,
  });
  const buildUp = (...lines: object[]) => ({
    nowAt: '',
    tanks: [{ tankId: a, name: 'Porch', netVolumeL: 50, ready: true, lines }],
  });
  const open = (...entries: object[]) =>
    openRoom(AwayScreen, { answers: { stock, buildUp: buildUp(line()), diary: diary(...entries) }, nowEpochMs });
  const course = {
    ...entry({ step: 'flow' }),
    kind: 'course',
    entryId: 'k',
    payload: {
      step: 'started',
      agentId: 'D07',
      productName: 'A dewormer',
      label: { packTreatsL: 40, doseDays: [1, 5], changes: [{ day: 20, fraction: 0.25 }] },
      repeats: 0,
      split: false,
      netVolumeL: 50,
      startOn: '2026-03-13',
      warnings: [],
      note: '',
    },
  };
  it('says what leaves its band and when, by hand: 18 mg/L at 2 a day and half a percent of 40', async () => {
    const room = await open();
    // (40 − 22) / (2 + 40 × 0.005) = 8.2; (40 − 20) / (1.5 + 0.2) = 11.8
    expect(room.text()).toContain('nitrate from day 8, likely 12');
  });
  it('counts portions into days, none for what is not known', async () => {
    const room = await open();
    expect(room.text()).toMatch(/Loft.{0,80}4 portions of/);
    expect(room.text()).toMatch(/Porch.{0,80}no animals in the book/);
    await room.type('[name=every]', '20');
    expect(room.text()).toContain('no feeding needed');
  });
  it('lays three plans side by side, and writes the one that is chosen', async () => {
    const room = await open();
    // Fed every third day: 5/9 of 2 mg/L; (40 − 22) / (1.11 + 0.2) = 13.7, likely (40 − 20) / (0.83 + 0.2) = 19
    expect(room.text()).toMatch(/with these portions:\s*nitrate from day 13, likely 19/);
    // 30 % of water with 2 mg/L before: 16 at most, 24 / 1.31 = 18.3: not within 14 days.
    expect(room.text()).toMatch(
      /with these portions and the change before:\s*what was tested \(nitrate\) is likely to stay/,
    );
    await room.pick('nl-choice[name=plan]', 'change');
    await room.type('input[name=call]', 'the neighbour');
    await room.click('Write it in the book');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({ leaves: [], feedEveryDays: 3, portionG: 0, call: 'the neighbour' }),
    );
  });
  it('what is eaten up is told by its floor', async () => {
    const kh = (over: object) =>
      line({
        parameter: 'khDegrees',
        sourceValue: null,
        level: fan(4, 5, 6),
        productionPerDay: fan(-0.2, -0.15, -0.1),
        floor: 3,
        ceiling: 9,
        ...over,
      });
    const openWith = (over: object) =>
      openRoom(AwayScreen, { answers: { stock, buildUp: buildUp(kh(over)), diary: diary() }, nowEpochMs });
    const room = await openWith({});
    expect(room.text()).toContain('carbonate hardness too low from day 5, likely 13');
    // What makes no difference is said once.
    expect(room.text()).not.toContain('with these portions');
    TestBed.resetTestingModule();
    const soft = await openWith({ floor: 0, level: fan(0, 0, 0) });
    expect(soft.text()).toContain('what was tested (carbonate hardness) is likely to stay in its range');
  });
  it('where nobody tested nothing is calmed, and what speaks against leaving now is said', async () => {
    const sick = visit(a, 'Porch', {
      state: 'act',
      reason: 'They gasp at the surface.',
      contributions: [
        {
          id: 'x',
          severity: 'watch',
          reason: { id: 'losses', facts: {} },
          text: '2 dead in a week',
          short: '2 dead this week',
          evidence: [],
        },
        {
          id: 'y',
          severity: 'note',
          reason: { id: 'new', facts: {} },
          text: 'New: a food',
          short: 'new: a food',
          evidence: [],
        },
      ],
    });
    const sheet = { nowAt: '', nightOn: '', house: '', foreseen: { readyCount: 1, tanksCount: 1 }, tanks: [sick] };
    const none = { nowAt: '', tanks: [a, b].map((tankId) => ({ tankId, ready: true, lines: [] })) };
    const room = await openRoom(AwayScreen, {
      answers: { stock, buildUp: none, diary: diary(), tonight: sheet },
      nowEpochMs,
    });
    expect(room.text()).toContain('cannot tell: this tank was not tested often enough');
    expect(room.text()).not.toContain('likely to stay in its range');
    expect(room.text()).toContain('Do not leave yet: They gasp at the surface; 2 dead this week.');
    expect(room.text()).not.toContain('New: a food');
  });
  it('the stand-in sees litres, what is normal, and the days of a course, to be done as shown only', async () => {
    const away = { step: 'away', fromOn: '2026-03-11', toOn: '2026-03-20', leaves: [] };
    const room = await openRoom(StandInScreen, {
      answers: {
        stock,
        diary: diary(entry({ ...away, topUpLPerDay: 0.5, note: 'dead leaves are normal' }), course),
      },
      nowEpochMs,
    });
    expect(room.textOf('.tanks')).toMatch(/Porch\s*no food; top up with about 0.5 L of pure water a day\s*dead leaves/);
    expect(room.textOf('table')).toMatch(
      /17 March 2026\s*look, top up; no food; Porch: dose, A dewormer, only as you were/,
    );
    expect(room.textOf('table').match(/dewormer/g)?.length).toBe(2);
  });
  it('the stand-in sees today, the days, each tank and whom to call; the page writes nothing', async () => {
    const away = {
      step: 'away',
      fromOn: '2026-03-11',
      toOn: '2026-03-18',
      leaves: [],
      feedEveryDays: 3,
      portionG: 0.25,
      call: 'the neighbour',
    };
    const openPage = (...entries: object[]) =>
      openRoom(StandInScreen, { answers: { stock, diary: diary(...entries) }, nowEpochMs });
    const room = await openPage(entry(away), entry({ ...away, portionG: 0 }, { subjectId: b, entryId: 'e2' }));
    expect(room.text()).toContain('Call: the neighbour');
    expect(room.textOf('.today')).toBe('look, top up, feed the portion of the day');
    expect(room.text()).toMatch(/Porch\s*a portion is 0.25 g/);
    expect(room.text()).toMatch(/Loft\s*no food/);
    expect(room.textOf('table')).toContain('feed the portion');
    expect(room.has('form')).toBeFalse();
    TestBed.resetTestingModule();
    expect((await openPage()).text()).toContain('Nobody is away');
  });
  it('goes into the book for each tank, with what was foreseen', async () => {
    const room = await open();
    await room.click('Write it in the book');
    expect(room.written.map((e) => e.subjectId)).toEqual([a, b]);
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({ step: 'away', fromOn: '2026-03-14', toOn: '2026-03-28' }),
    );
  });
  it('is written as it was planned, field by field', async () => {
    const room = await open();
    await room.pick('nl-choice[name=plan]', 'change');
    await room.pick('nl-choice[name=toppedUp]', 'yes');
    await room.type('input[name=changePercent]', '25');
    await room.type('input[name=every]', '7');
    await room.type('input[name=evaporates]', '1');
    await room.type('input[name=call]', 'the neighbour');
    await room.click('Write it in the book');
    const { portionG, leaves, ...rest } = room.written[0]?.payload as { portionG: number; leaves: object[] };
    expect(rest).toEqual({
      step: 'away',
      fromOn: '2026-03-14',
      toOn: '2026-03-28',
      plan: 'change',
      changeFraction: 0.25,
      feedEveryDays: 7,
      // One per cent of 50 L a day.
      topUpLPerDay: 0.5,
      call: 'the neighbour',
    } as never);
    // Nobody lives in Porch by its book; Loft gets the portion that its row says.
    expect(portionG).toBe(0);
    const loft = room.written[1]?.payload as { portionG: number };
    expect(loft.portionG).toBeGreaterThan(0);
    expect(room.text()).toContain(`portions of ${portionText(loft.portionG)}`);
    // 18 to 22, a quarter of it out against 2: nothing gets to 40 in a fortnight of a seventh of the food.
    expect(leaves).toEqual([]);
  });
  it('comes home to each tank that was left', async () => {
    const room = await open(entry({ step: 'away', fromOn: '2026-03-01', toOn: '2026-03-14', leaves: [] }));
    expect(room.text()).toContain('small changes in steps');
    await room.click('Home again');
    expect(room.written.map((e) => e.payload)).toEqual([{ step: 'back', awayId: 'e1' }]);
  });
  it('once home it tells what came of it, for three weeks', async () => {
    const back = (held: object[], backHoursAgo = 24) => {
      TestBed.resetTestingModule();
      const absences = [
        {
          entryId: 'e1',
          tankId: a,
          fromOn: '2026-03-01',
          toOn: '2026-03-13',
          backEpochMs: nowEpochMs - backHoursAgo * hourMs,
          held,
        },
      ];
      return openRoom(AwayScreen, {
        answers: { stock, diary: diary(), handsFound: { nowAt: '', absences, moves: [] } },
        nowEpochMs,
      });
    };
    const nitrate = (verdict: string, reading: object | null) => [{ parameter: 'no3MgPerL', verdict, reading }];
    const worse = await back(nitrate('as-foreseen', { lo: 45, hi: 60 }));
    expect(worse.textOf('[aria-label="What came of it"]')).toMatch(
      /Porch.*nitrate left its band, as foreseen \(45.60 mg\/L\)/i,
    );
    expect(worse.query<HTMLAnchorElement>('[aria-label="What came of it"] a').href).toContain(`/water?tank=${a}`);
    const unread = await back(nitrate('not-read', null));
    expect(unread.text()).toContain('not read before a change');
    expect(unread.has('[aria-label="What came of it"] a')).toBeFalse();
    expect((await back([])).text()).toContain('nothing was foreseen');
    expect((await back([], 24 * 21)).has('[aria-label="What came of it"]')).toBeTrue();
    expect((await back([], 24 * 21 + 1)).has('[aria-label="What came of it"]')).toBeFalse();
  });
  it('topped up by the stand-in, nothing is concentrated, and the sheet says litres and what is normal there', async () => {
    const room = await open();
    await room.type('[name=evaporates]', '2');
    // (40 − 22) / (2 + 40 × 0.02) = 6.4
    expect(room.text()).toContain('nitrate from day 6');
    await room.pick('nl-choice[name=toppedUp]', 'yes');
    // (40 − 22) / 2 = 9
    expect(room.text()).toContain('nitrate from day 9, likely 13');
    expect(room.textOf('[aria-label="For the stand-in"]')).toContain('top up with about 1.0 L of pure water a day');
    await room.type('.stop input[placeholder]', 'dead leaves are normal');
    expect(room.textOf('[aria-label="For the stand-in"]')).toContain('dead leaves are normal');
    await room.click('Write it in the book');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({ topUpLPerDay: 1, note: 'dead leaves are normal' }),
    );
    expect(room.written[1]?.payload).not.toEqual(jasmine.objectContaining({ note: jasmine.anything() }));
  });
  it('a course that runs speaks against leaving, with its days', async () => {
    const room = await open(course);
    expect(room.text()).toMatch(/A course runs here: dose, A dewormer on Tuesday, 17 March 2026\./);
    expect(room.text()).toContain('leave somebody who is shown how');
  });
});

describe('cleaning', () => {
  const open = (entries: object[] = [], setUp: object = { bed: { kind: 'inert' } }, more: object = {}) =>
    openRoom(CleanScreen, {
      inputs: { tank: a },
      answers: {
        stock: { ...stock, tanks: [tank(a, 'Porch', { setUp: { ...stock.tanks[0]?.setUp, ...setUp }, ...more })] },
        tonight: { nowAt: '', nightOn: '2026-03-14', house: 'Test', tanks: [visit(a, 'Porch')] },
        folio: { tank: { tankId: a }, changes: [] },
        diary: diary(...entries),
      },
      nowEpochMs,
    });
  it('litres that left with the dirt are asked for until a change is in the book', async () => {
    const dirt = entry({ step: 'cleaned', what: 'bed', squareIds: ['A1'], school: 'half', bucket: [], outL: 3 });
    const asked = async (changedHoursAgo: number | null, hoursAgo = 2) => {
      TestBed.resetTestingModule();
      const changes = changedHoursAgo === null ? [] : [{ atEpochMs: nowEpochMs - changedHoursAgo * hourMs }];
      const room = await openRoom(CleanScreen, {
        inputs: { tank: a },
        answers: {
          stock,
          tonight: { nowAt: '', nightOn: '2026-03-14', house: 'Test', tanks: [visit(a, 'Porch')] },
          folio: { tank: { tankId: a }, changes },
          diary: diary({ ...dirt, atEpochMs: nowEpochMs - hoursAgo * hourMs }),
        },
        nowEpochMs,
      });
      return room.text().includes('3.0 L left with the dirt');
    };
    expect(await asked(null)).toBeTrue();
    expect(await asked(1))
      .withContext('changed after it')
      .toBeFalse();
    expect(await asked(2.9))
      .withContext('written within the hour before')
      .toBeFalse();
    expect(await asked(3.1))
      .withContext('an earlier change')
      .toBeTrue();
    expect(await asked(null, 24 * 7 + 1))
      .withContext('a week later')
      .toBeFalse();
  });
  it('writes the half that is next with its school, litres and what the bucket told', async () => {
    const room = await open();
    expect(room.text()).toContain('never by mouth');
    expect(room.text()).toContain('Its water may go onto a garden');
    expect(room.text()).toContain('16 squares are done');
    await room.type('input[name=outL]', '6');
    await room.tickBox('droppings as usual');
    await room.click('squares are done');
    const payload = room.written[0]?.payload as { squareIds: string[] };
    expect(payload).toEqual(
      jasmine.objectContaining({
        step: 'cleaned',
        what: 'bed',
        school: 'half',
        outL: 6,
        bucket: ['droppings-usual'],
      }),
    );
    expect(payload.squareIds.length).toBe(16);
  });
  it('water that a course went through is no garden water until changes took it out, though the course is over', async () => {
    const left = { agentId: 'D01', courseId: b, productName: 'Salt', shareFraction: 1, ended: true };
    const room = await open([], { bed: { kind: 'inert' } }, { inWater: [left] });
    expect(room.text()).toContain('Its water goes down the drain (a medicine is in it, salt is in it)');
  });
  it('more than half wants a reason first', async () => {
    const room = await open();
    room.query<HTMLButtonElement>('.square[aria-label^="A5"]').click();
    await room.settle();
    expect(room.disabled('17 squares are done')).toBeTrue();
    await room.fill('Why it is done all the same', 'gas');
    expect(room.disabled('17 squares are done')).toBeFalse();
  });
  it('active soil is skimmed by itself; a bed begun opens the work with its closing checks', async () => {
    const room = await open([], { bed: { kind: 'active' } });
    expect(room.text()).toContain('32 squares are done');
    await room.click('Begin: heater and filter off');
    expect(room.written[0]?.kind).toBe('job');
  });
  it('says the flow against its own, and that the sponge is due', async () => {
    const room = await open([
      entry({ step: 'cleaned', what: 'sponge', squareIds: [], bucket: [] }, { hoursAgo: 24 * 31, entryId: 's' }),
      entry({ step: 'flow', secondsPerL: 12 }, { hoursAgo: 24 * 30, entryId: 'f1' }),
      entry({ step: 'flow', secondsPerL: 18 }, { hoursAgo: 2, entryId: 'f2' }),
    ]);
    expect(room.text()).toContain('67 % of its own: it fell by a third, the sponge is due');
    await room.type('input[name=seconds]', '13');
    await room.click('Write it');
    expect(room.written[0]?.payload).toEqual({ step: 'flow', secondsPerL: 13 });
  });
  it('without a number nothing is written', async () => {
    const room = await open();
    await room.click('Write it');
    expect(room.written).toEqual([]);
    expect(room.text()).toContain('A number is missing for the seconds.');
  });
});

describe('plants', () => {
  const planted = [
    {
      entryId: 'p',
      event: 'arrived',
      kindId: 'java-moss',
      strain: '',
      count: { lo: 3, hi: 3 },
      atEpochMs: nowEpochMs - 200 * 24 * hourMs,
    },
  ];
  const open = (entries: object[] = []) =>
    openRoom(TrimScreen, {
      inputs: { tank: a },
      answers: {
        stock: { ...stock, tanks: [tank(a, 'Porch', { events: planted }), tank(b, 'Loft')] },
        folio: { tank: { tankId: a }, history: {} },
        diary: diary(...entries),
      },
      nowEpochMs,
    });
  it('the clock of a session outlives the page, tank by tank, until what was cut is written', async () => {
    const room = await open();
    await room.click('Scissors in hand: the clock runs');
    expect(room.drafts.get(`trim-began-${a}`)).toBe(String(nowEpochMs));
    expect(room.text()).toContain('0 min so far');
    room.query<HTMLInputElement>('ol.walk input[type=checkbox]').click();
    await room.settle();
    await room.click('1 plant is trimmed');
    expect(room.drafts.get(`trim-began-${a}`)).toBe('');
  });
  it('writes what was cut, minutes, tops, what it opens and where cuttings went', async () => {
    const room = await open();
    expect(room.text()).toContain('due');
    expect(room.disabled('Choose what was cut')).toBeTrue();
    room.query<HTMLInputElement>('ol.walk input[type=checkbox]').click();
    await room.settle();
    await room.type('input[name=minutes]', '25');
    await room.type('input[name=tops]', '8');
    await room.pick('nl-choice[name=to]', b);
    expect(room.text()).toContain('it is written as a contact');
    await room.tickBox('flow to the back');
    await room.click('1 plant is trimmed');
    expect(room.written[0]?.payload).toEqual({
      kindId: 'java-moss',
      workMinutes: 25,
      topsCount: 8,
      toTankId: b,
      opens: ['flow'],
    });
  });
  it('says how long a session takes after three of them', async () => {
    const trim = (days: number, workMinutes: number) => ({
      entryId: `t${days}`,
      kind: 'trim',
      subjectId: a,
      atEpochMs: nowEpochMs - days * 24 * hourMs,
      payload: { kindId: 'java-moss', workMinutes, opens: [] },
    });
    const room = await open([trim(60, 20), trim(40, 30), trim(20, 26)]);
    expect(room.text()).toContain('about 26 min by your own record');
  });
});

describe('foreseen and found', () => {
  it('minutes beside the usual ones, flow before and after, and what a move took', async () => {
    const stop = (n: number) =>
      entry({ step: 'stop', jobs: ['look'], minutes: n }, { hoursAgo: 24 * n, entryId: `s${n}` });
    const day = (n: number) =>
      entry(
        { step: 'move-day', movedId: 'm', good: true },
        { hoursAgo: 24 * (20 - n), entryId: `d${n}`, subjectId: b },
      );
    const room = await openRoom(HandsLearntScreen, {
      answers: {
        stock,
        diary: diary(
          ...[3, 4, 5].map(stop),
          entry({ step: 'flow', secondsPerL: 15 }, { hoursAgo: 72, entryId: 'f1' }),
          entry({ step: 'cleaned', what: 'sponge', squareIds: [], bucket: [] }, { hoursAgo: 71, entryId: 'c' }),
          entry({ step: 'flow', secondsPerL: 10 }, { hoursAgo: 70, entryId: 'f2' }),
          entry({ step: 'moved', how: 'all-in' }, { hoursAgo: 24 * 20, entryId: 'm', subjectId: b }),
          ...[1, 2, 3, 4, 5, 6, 7].map(day),
        ),
        handsFound: {
          nowAt: '',
          absences: [
            {
              entryId: 'w',
              tankId: a,
              fromOn: '2026-02-01',
              toOn: '2026-02-14',
              backEpochMs: 1,
              held: [{ parameter: 'no3MgPerL', verdict: 'held', reading: { lo: 10, hi: 10 } }],
            },
          ],
          moves: [
            {
              entryId: 'm',
              tankId: b,
              movedEpochMs: 1,
              foreseenTanMgPerLPerDay: 0.4,
              stirred: [{ parameter: 'tanMgPerL', atEpochMs: 2, reading: { lo: 0.25, hi: 0.5 } }],
            },
          ],
        },
      },
      nowEpochMs,
    });
    expect(room.text()).toMatch(/look\s*1\s*4/);
    expect(room.text()).toMatch(/15\s*10\s*\+50 %/);
    expect(room.text()).toMatch(/Loft.*7\s*7\s*0\s*up to 0.40 mg\/L as N\s*0.25.0.50 mg\/L as N\s*not read/s);
    expect(room.text()).toMatch(
      /Porch\s*Sunday, 1 February 2026 to .*nitrate was foreseen to leave its band and did not \(10 mg/is,
    );
    TestBed.resetTestingModule();
    const none = await openRoom(HandsLearntScreen, { answers: { stock, diary: diary() }, nowEpochMs });
    expect(none.text()).toContain('Nothing to compare yet');
    expect(none.text()).toContain('No move is in the book.');
  });
});
