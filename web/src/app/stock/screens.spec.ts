import { dayMs } from '#core/units';
import type { Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { StockTank } from '#contracts/stock';
import { openRoom, type Room } from '../room.cases';
import { SuppliesScreen } from '../supplies/supplies-screen';
import { FactsPart } from '../tanks/facts-part';
import { TanksScreen } from '../tanks/tanks-screen';
import { ArrivalScreen } from './arrival-screen';
import { FitsScreen } from './fits-screen';
import { KindsScreen } from './kinds-screen';
import { StockScreen } from './stock-screen';
import { TankStockScreen } from './tank-stock-screen';

const nowAt = '2026-03-14T21:30:00.000Z';
const now = Date.parse(nowAt);
const at = (value: number) => ({ lo: value, hi: value, atEpochMs: now - dayMs });
const event = (
  daysAgo: number,
  name: StockTank['events'][number]['event'],
  kindId: string,
  lo: number,
): StockTank['events'][number] => ({
  entryId: `${kindId}-${daysAgo}`,
  atEpochMs: now - daysAgo * dayMs,
  event: name,
  kindId,
  strain: '',
  count: { lo, hi: lo },
});
const tank = (tankId: string, name: string, over: Partial<StockTank> = {}): StockTank => ({
  tankId,
  startedOn: '2025-01-01',
  name,
  reason: 'All inside.',
  ailing: false,
  heldNo3MgPerLPerDay: null,
  bears: { bearing: 'usual', askedBy: [] },
  state: 'settled',
  setUp: {
    name,
    rack: 'Shelf',
    roundOrder: 10,
    purpose: 'display',
    practiceId: 'neocaridina-wide',
    bearing: 'usual',
    startedOn: '2025-01-01',
    overrides: [],
    measuredFillL: 45,
  },
  netVolumeL: 45,
  stage: 'running',
  inWater: [],
  equipment: {},
  water: { ghDegrees: at(8), khDegrees: at(4), ph: at(7.2), tempC: at(23), ec25UsPerCm: at(320) },
  events: [event(100, 'counted', 'cherry-shrimp', 30)],
  ...over,
});
const supplyId = '0195d5f0-0000-7000-8000-000000000001';
const diary: { entryId: string; kind: string; subjectId: string; atEpochMs: number; payload: object }[] = [
  {
    entryId: 'a',
    kind: 'supply',
    subjectId: supplyId,
    atEpochMs: now - 90 * dayMs,
    payload: { name: 'GH mineral', category: 'mineral', unit: 'g', leadDays: 7, startedOn: '2025-12-01' },
  },
  ...[60, 40, 20, 3].map((daysAgo, i) => ({
    entryId: `l${i}`,
    kind: 'supply-log',
    subjectId: supplyId,
    atEpochMs: now - daysAgo * dayMs,
    payload: { event: 'left', value: 100 - 30 * i },
  })),
  {
    entryId: 'f',
    kind: 'fact',
    subjectId: 't1',
    atEpochMs: now - 9 * dayMs,
    payload: { about: 'equipment', item: 'heater', on: false },
  },
  {
    entryId: 'n',
    kind: 'fact',
    subjectId: 't1',
    atEpochMs: now - 5 * dayMs,
    payload: { about: 'new', what: 'leaves', name: 'oak leaves' },
  },
];

const open = <C>(
  screen: Type<C>,
  inputs: Record<string, string> = {},
  tanks: StockTank[] = [tank('t1', 'Window'), tank('t2', 'Landing')],
  more: Record<string, unknown> = {},
): Promise<Room> =>
  openRoom(screen, {
    inputs,
    nowEpochMs: now,
    answers: {
      stock: { nowAt, tanks, ownKinds: [] },
      tonight: {
        nowAt,
        nightOn: '2026-03-14',
        house: 'Test',
        tanks: tanks.map((t) => ({
          tankId: t.tankId,
          name: t.name,
          rack: '',
          roundOrder: 1,
          purpose: 'display',
          doubtful: false,
          netVolumeL: 45,
          state: 'settled',
          reasonId: '',
          reason: '',
          deciding: null,
          urgent: false,
          nextStep: { kind: 'leave', text: '' },
          lookedTonight: false,
          lastDone: [],
          contributions: [],
        })),
      },
      diary: { nowAt, entries: diary },
      ...more,
    },
  });

describe('an arrival', () => {
  it('shows what speaks against it, waits for a reason, and keeps both in the book', async () => {
    const room = await open(ArrivalScreen, { tank: 't1' });
    await room.pick('nl-choice[name=kind]', 'cardinal-tetra');
    await room.type('input[name=count]', '8');
    expect(room.text()).toContain('Quarantine on arrival');
    expect(room.text()).toContain('This water does not suit them: GH should be 1–6');
    expect(room.query<HTMLButtonElement>('.do .go').disabled).toBeTrue();
    await room.type('input[name=because]', 'raised in water like this');
    await room.fill('GH, °dH', '3');
    expect(room.text()).toContain('Drip them over');
    await room.click('They are here');
    expect(room.written.map((e) => e.kind)).toEqual(['arrival', 'acclimation']);
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({
        overrideReason: 'raised in water like this',
        method: 'drip',
        count: { lo: 8, hi: 8 },
      }),
    );
  });
  it('is written as it was planned, field by field, spans of the bag too; then the form is empty', async () => {
    const room = await open(ArrivalScreen, { tank: 't1' });
    await room.pick('nl-choice[name=kind]', 'cherry-shrimp');
    await room.type('input[name=strain]', 'red');
    await room.type('input[name=count]', '10-12');
    await room.type('input[name=from]', 'a breeder in town');
    await room.pick('nl-choice[name=local]', 'no');
    await room.type('input[name=hours]', '3');
    await room.fill('GH, °dH', '2-3');
    await room.fill('pH', '~6.5');
    await room.type('input[name=bagL]', '0.5');
    await room.type('input[name=boxL]', '3');
    const minutes = Number(/for (\d+) minutes/.exec(room.text())?.[1]);
    if (room.has('input[name=because]')) await room.type('input[name=because]', 'a small start');
    await room.click('They are here');
    const [arrival, drip] = room.written;
    const bag = { ghDegrees: { lo: 2, hi: 3 }, ph: { lo: 6.4, hi: 6.6 } };
    const { warnings: _warnings, overrideReason: _reason, ...said } = arrival?.payload as Record<string, unknown>;
    expect(said).toEqual({
      kindId: 'cherry-shrimp',
      strain: 'red',
      count: { lo: 10, hi: 12 },
      from: 'a breeder in town',
      localWater: 'no',
      bag,
      transportHours: 3,
      method: 'drip',
    });
    expect(drip?.payload).toEqual(
      jasmine.objectContaining({
        step: 'started',
        arrivalId: arrival?.id,
        bagL: 0.5,
        boxL: 3,
        durationMinutes: minutes,
        bag,
      }),
    );
    expect(room.query<HTMLInputElement>('input[name=count]').value).toBe('');
    expect(room.query<HTMLInputElement>('input[name=strain]').value).toBe('');
    expect(room.has('.method')).toBeFalse();
  });
  it('after long hours in a bag, and nobody tested both waters: neither straight over nor dripped', async () => {
    const room = await open(ArrivalScreen, { tank: 't1' });
    await room.pick('nl-choice[name=kind]', 'cherry-shrimp');
    await room.type('input[name=hours]', '20');
    expect(room.text()).toContain('do not net them straight over');
    expect(room.text()).toContain('Mix a tub to the bag’s conductivity and temperature');
    expect(room.text()).not.toContain('Straight over');
  });
});

describe('an arrival into the tank that keeps the new apart', () => {
  const pen = (): StockTank[] => {
    const of = tank('t1', 'Window');
    return [{ ...of, setUp: { ...of.setUp, purpose: 'quarantine' } }];
  };
  const arrive = async (room: Room): Promise<void> => {
    await room.pick('nl-choice[name=kind]', 'cherry-shrimp');
    await room.type('input[name=count]', '5');
    await room.type('input[name=hours]', '20');
    if (room.has('input[name=because]')) await room.type('input[name=because]', 'as asked');
  };
  it('opens its quarantine in the same stroke, by the school of its kind', async () => {
    const room = await open(ArrivalScreen, { tank: 't1' }, pen());
    await arrive(room);
    await room.click('They are here');
    expect(room.written.map((e) => e.kind)).toEqual(['arrival', 'quarantine']);
    expect(room.written[1]?.payload).toEqual({ step: 'opened', school: 'shrimp', reason: 'new', on: '2026-03-14' });
  });
  it('not where the keeper says no, nor where one is open: then its clock starts anew', async () => {
    const room = await open(ArrivalScreen, { tank: 't1' }, pen());
    await arrive(room);
    await room.tickBox('Their quarantine begins');
    await room.click('They are here');
    expect(room.written.map((e) => e.kind)).toEqual(['arrival']);
    TestBed.resetTestingModule();
    diary.push({
      entryId: 'q',
      kind: 'quarantine',
      subjectId: 't1',
      atEpochMs: now - dayMs,
      payload: { step: 'opened', school: 'short', reason: 'new', on: '2026-03-13', note: '' },
    });
    const second = await open(ArrivalScreen, { tank: 't1' }, pen());
    diary.pop();
    expect(second.text()).toContain('its clock starts anew with them');
    await arrive(second);
    await second.click('They are here');
    expect(second.written.map((e) => e.kind)).toEqual(['arrival']);
  });
});

describe('a medicine on the shelf', () => {
  it('is described by its label; half a label writes nothing and loses nothing', async () => {
    const room = await open(SuppliesScreen);
    await room.type('input[name=name]', 'Against worms');
    await room.pick('nl-choice[name=category]', 'medicine');
    await room.pick('nl-choice[name=agent]', 'D07');
    await room.type('input[name=doseValue]', '5');
    await room.click('Put it on the shelf');
    expect(room.written).toEqual([]);
    expect(room.text()).toContain('The label is not whole');
    await room.type('input[name=treats]', '40');
    await room.type('input[name=doseDays]', '1 3');
    await room.type('input[name=changes]', '5 25%');
    await room.click('Put it on the shelf');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({
        category: 'medicine',
        medicine: {
          agentIds: ['D07'],
          doseValue: 5,
          label: { packTreatsL: 40, doseDays: [1, 3], changes: [{ day: 5, fraction: 0.25 }] },
          kinds: '',
        },
      }),
    );
  });
});

describe('what fits a tank that is not cycled', () => {
  it('says above its list that the cycle comes first; a running tank does not', async () => {
    const room = await open(FitsScreen, { tank: 't1' }, [tank('t1', 'Window', { stage: 'cycling' })]);
    expect(room.text()).toContain('Window is not known to be cycled: its cycle first');
  });
  it('is not said of one that runs', async () => {
    const room = await open(FitsScreen, { tank: 't1' });
    expect(room.text()).not.toContain('is not known to be cycled');
  });
});

describe('who comes in is held against the tank as it is tonight', () => {
  const ailing = { ailing: true, state: 'act', reason: '4 platy dead in a week.' } as const;
  it('an arrival into a tank that is not well is told so, and waits for a reason', async () => {
    const room = await open(ArrivalScreen, { tank: 't1' }, [tank('t1', 'Window', ailing)]);
    await room.pick('nl-choice[name=kind]', 'cherry-shrimp');
    await room.type('input[name=count]', '8');
    expect(room.text()).toContain('Window is not well tonight: 4 platy dead in a week.');
    expect(room.query<HTMLButtonElement>('.do .go').disabled).toBeTrue();
  });
  it('a quarantine that is not well is not offered without saying so', async () => {
    const { setUp } = tank('q', 'Linen Room');
    const quarantine = tank('q', 'Linen Room', { ...ailing, setUp: { ...setUp, purpose: 'quarantine' } });
    const room = await open(ArrivalScreen, { tank: 't1' }, [tank('t1', 'Window'), quarantine]);
    expect(room.text()).toContain('Into Linen Room instead (not well tonight: 4 platy dead in a week.)');
  });
  it('a move is told what speaks against where it goes: losses, no cycle, the wrong water', async () => {
    const soft = tank('t2', 'Landing', { ...ailing, stage: 'cycling', water: { ghDegrees: at(2) } });
    const room = await open(TankStockScreen, { tankId: 't1' }, [tank('t1', 'Window'), soft, tank('t3', 'Attic')]);
    await room.pick('nl-choice[name=event]', 'moved-out');
    await room.pick('nl-choice[name=other]', 't2');
    for (const said of [
      'Landing (not well tonight)',
      'Landing is not well tonight: 4 platy dead',
      'Landing is not cycled yet.',
      'Its water does not suit them: GH should be',
    ])
      expect(room.text()).toContain(said);
    await room.pick('nl-choice[name=other]', 't3');
    expect(room.text()).not.toContain('Attic is not');
    expect(room.text()).not.toContain('does not suit them');
  });
  it('a medicine in the water speaks against who would be harmed by it, on an arrival and on a move, and against nobody else', async () => {
    const copper = {
      agentId: 'D04',
      courseId: supplyId,
      productName: 'A spot treatment',
      shareFraction: 0.3,
      ended: true,
      inFood: false,
    };
    const treated = (tankId: string) => tank(tankId, 'Landing', { inWater: [copper] });
    const said = /is in this water, about 0.3 of a dose is left/;
    const room = await open(ArrivalScreen, { tank: 't2' }, [treated('t2')]);
    await room.pick('nl-choice[name=kind]', 'cherry-shrimp');
    await room.type('input[name=count]', '8');
    expect(room.text()).toMatch(said);
    expect(room.query<HTMLButtonElement>('.do .go').disabled).toBeTrue();
    await room.pick('nl-choice[name=kind]', 'zebra-danio');
    expect(room.text()).not.toMatch(said);
    TestBed.resetTestingModule();
    const fed = tank('t2', 'Landing', { inWater: [{ ...copper, ended: false, inFood: true }] });
    const eats = await open(ArrivalScreen, { tank: 't2' }, [fed]);
    await eats.pick('nl-choice[name=kind]', 'cherry-shrimp');
    expect(eats.text()).toContain('is in the food here, its course runs');
    expect(eats.text()).not.toContain('is in this water');
    TestBed.resetTestingModule();
    const move = await open(TankStockScreen, { tankId: 't1' }, [tank('t1', 'Window'), treated('t2')]);
    await move.pick('nl-choice[name=event]', 'moved-out');
    await move.pick('nl-choice[name=other]', 't2');
    expect(move.text()).toMatch(said);
  });
  /** A tank in which copper was given yesterday; the stock page has not heard of it. */
  const copperIn = ({ tank: tankId }: { tank: string }) => ({
    nowAt,
    tankId,
    rows: [
      {
        entryId: supplyId,
        kind: 'course',
        subjectId: tankId,
        atEpochMs: now - dayMs,
        nightOn: '2026-03-13',
        sequence: 1,
        payload: {
          step: 'started',
          agentId: 'D06',
          productName: 'A spot treatment',
          label: { packTreatsL: 40, doseDays: [1, 3, 5], changes: [] },
          repeats: 0,
          split: false,
          netVolumeL: 45,
          startOn: '2026-03-13',
        },
      },
      {
        entryId: 'given',
        kind: 'course',
        subjectId: tankId,
        atEpochMs: now - dayMs + 1,
        nightOn: '2026-03-13',
        sequence: 2,
        payload: { step: 'given', courseId: supplyId, day: 1 },
      },
    ],
    changes: [],
    netVolumeL: 45,
    water: {},
    equipment: {},
    bedSquaresCount: 48,
    below: [],
  });
  it('the gate is asked while one types: an arrival into copper waits for its reason, which is kept', async () => {
    const room = await open(ArrivalScreen, { tank: 't1' }, [tank('t1', 'Window')], { gate: copperIn });
    await room.pick('nl-choice[name=kind]', 'zebra-danio');
    expect(room.text()).not.toContain('it harms or kills');
    await room.pick('nl-choice[name=kind]', 'cherry-shrimp');
    await room.type('input[name=count]', '8');
    expect(room.text()).toContain('it harms or kills shrimp');
    expect(room.disabled('They are here')).toBeTrue();
    await room.type('input[name=because]', 'a cup of its own hangs in it');
    await room.click('They are here');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({
        overrideReason: 'a cup of its own hangs in it',
        warnings: jasmine.arrayContaining([]),
      }),
    );
    const { warnings } = room.written[0]?.payload as { warnings: string[] };
    expect(warnings.join(' ')).toContain('it harms or kills shrimp');
  });
  it('a medicine in the food hides nothing of what the gate says of the water', async () => {
    const inFood = { agentId: 'D04', courseId: supplyId, productName: 'A spot food', shareFraction: 1, ended: false };
    const fed = tank('t1', 'Window', { inWater: [{ ...inFood, inFood: true }] });
    const room = await open(ArrivalScreen, { tank: 't1' }, [fed], { gate: copperIn });
    await room.pick('nl-choice[name=kind]', 'cherry-shrimp');
    const cautions = room.text();
    expect(cautions).toContain('is in the food here, its course runs');
    expect(cautions.match(/it harms or kills shrimp/g)?.length).toBe(2);
  });
  it('so is a move: whoever would be harmed where they go is named, and a reason is asked for before it is written', async () => {
    const two = [tank('t1', 'Window'), tank('t2', 'Landing')];
    const room = await open(TankStockScreen, { tankId: 't1' }, two, { gate: copperIn });
    await room.type('[name=count]', '3');
    await room.pick('nl-choice[name=event]', 'moved-out');
    expect(room.has('[name=overrideReason]')).toBeFalse();
    await room.pick('nl-choice[name=other]', 't2');
    expect(room.text()).toContain('it harms or kills shrimp');
    expect(room.disabled('Write it')).toBeTrue();
    await room.type('[name=overrideReason]', 'the vet said so');
    await room.click('Write it');
    expect(room.written.map((e) => [e.subjectId, (e.payload as { overrideReason?: string }).overrideReason])).toEqual([
      ['t1', 'the vet said so'],
      ['t2', 'the vet said so'],
    ]);
  });
  it('a delicate kind asks: changes follow it from now on, or the set-up is kept to, in the same request', async () => {
    const soft = { ghDegrees: at(5), khDegrees: at(1), ph: at(6.2), tempC: at(22), ec25UsPerCm: at(200) };
    const room = await open(ArrivalScreen, { tank: 't1' }, [tank('t1', 'Window', { water: soft, events: [] })]);
    await room.pick('nl-choice[name=kind]', 'bee-shrimp');
    await room.type('input[name=count]', '8');
    expect(room.text()).toContain('are delicate; Window is planned for usual');
    await room.pick('nl-choice[name=planFor]', 'set-up');
    if (room.has('input[name=because]')) await room.type('input[name=because]', 'I know them');
    await room.click('They are here');
    expect(room.written.map((e) => e.kind).slice(0, 2)).toEqual(['set-up', 'arrival']);
    expect(room.written[0]?.payload).toEqual(jasmine.objectContaining({ bearing: 'usual', bearingKept: true }));
  });
  it('a tank that is planned for the delicate does not ask', async () => {
    const soft = { ghDegrees: at(5), khDegrees: at(1), ph: at(6.2), tempC: at(22), ec25UsPerCm: at(200) };
    const cared = tank('t1', 'Window', { water: soft, bears: { bearing: 'delicate', askedBy: ['practice'] } });
    const other = await open(ArrivalScreen, { tank: 't1' }, [cared]);
    await other.pick('nl-choice[name=kind]', 'bee-shrimp');
    expect(other.text()).not.toContain('is planned for');
  });
});

describe('feeding', () => {
  it('a second kind can be entered where one lives: “another kind” stays what it is', async () => {
    const room = await open(TankStockScreen, { tankId: 't1' });
    await room.pick('nl-choice[name=who]', '');
    await room.settle();
    await room.pick('nl-choice[name=kind]', 'otocinclus');
    await room.pick('nl-choice[name=event]', 'present');
    await room.type('[name=count]', '6');
    await room.click('Write it');
    expect(room.written.map((e) => e.payload)).toEqual([
      { event: 'present', kindId: 'otocinclus', strain: '', count: { lo: 6, hi: 6 } },
    ]);
  });
  it('several kinds in one entry: who is meant is asked, who clashes is said at once, and each is written', async () => {
    const room = await open(TankStockScreen, { tankId: 't1' });
    await room.type('[name=many]', '6 otos, 3 unicorns');
    expect(room.text()).toContain('“3 unicorns”: nobody we know is called so');
    expect(room.disabled('Write them')).toBeTrue();
    await room.type('[name=many]', '6 otos, 4 angelfish');
    expect(room.textOf('nl-many-part')).toContain('Clash');
    await room.type('[name=many]', '6 otos, 12 cherry shrimp');
    await room.click('Write them');
    expect(room.written.map((e) => e.payload)).toEqual([
      { event: 'present', kindId: 'otocinclus', strain: '', count: { lo: 6, hi: 6 } },
      { event: 'present', kindId: 'cherry-shrimp', strain: '', count: { lo: 12, hi: 12 } },
    ]);
  });
  it('three schools side by side, in grams and pinches, with the nitrate of each', async () => {
    const room = await open(TankStockScreen, { tankId: 't1' });
    const text = room.textOf('section[aria-label="Feeding"]');
    for (const said of [
      'by body mass',
      'by clearance',
      'two or three times a week',
      'pinch',
      'a week',
      'nitrate a day, at most',
    ])
      expect(text.toLowerCase()).toContain(said);
    expect(text).not.toContain('the routine holds');
  });
  it('a ration that brings more nitrate a day than the routine holds is a caution above it', async () => {
    const room = await open(TankStockScreen, { tankId: 't1' }, [tank('t1', 'Window', { heldNo3MgPerLPerDay: 2 })]);
    const text = () => room.textOf('section[aria-label="Feeding"]');
    expect(text()).not.toContain('the routine holds');
    await room.fill('Grams', '3');
    expect(text()).toMatch(/This brings up to [\d.]+ mg\/L nitrate a day; the routine holds 2.00/);
    expect(text().indexOf('This brings')).toBeLessThan(text().indexOf('Grams'));
  });
});

describe('the stock of one tank', () => {
  it('writes a count with its span, and says beside the field what it cannot read', async () => {
    const room = await open(TankStockScreen, { tankId: 't1' });
    expect(room.text()).toContain('cherry shrimp');
    await room.type('input[name=count]', 'lots');
    await room.click('Write it');
    expect(room.text()).toContain('a number, or a span such as 10-15');
    expect(room.written).toEqual([]);
    await room.type('input[name=count]', '20-25');
    await room.click('Write it');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({ event: 'counted', kindId: 'cherry-shrimp', count: { lo: 20, hi: 25 } }),
    );
  });
  it('a move writes both tanks in one request; a refusal keeps what was typed', async () => {
    const room = await open(TankStockScreen, { tankId: 't1' });
    await room.pick('nl-choice[name=event]', 'moved-out');
    await room.pick('nl-choice[name=other]', 't2');
    await room.type('input[name=count]', '5');
    room.answer({
      state: 'refused',
      problem: {
        type: 'about:blank',
        title: 'No',
        status: 400,
        errors: [{ field: 'entries.0.payload.count', message: 'the book knows of at most 3 there' }],
      },
    });
    await room.click('Write it');
    expect(room.text()).toContain('at most 3 there');
    expect(room.query<HTMLInputElement>('input[name=count]').value).toBe('5');
    room.answer({ state: 'written' });
    await room.click('Write it');
    expect(room.written.map((e) => [e.subjectId, (e.payload as { event: string }).event])).toEqual([
      ['t1', 'moved-out'],
      ['t2', 'moved-in'],
    ]);
  });
});

describe('a cycle in a tank with animals', () => {
  const begun = {
    entryId: 'c',
    kind: 'cycling',
    subjectId: 't1',
    atEpochMs: now - 5 * dayMs,
    payload: { step: 'started', school: 'ammonia' },
  };
  beforeEach(() => diary.push(begun));
  afterEach(() => diary.pop());
  it('offers no ammonia and says why; without animals it offers the dose', async () => {
    const stocked = await open(TankStockScreen, { tankId: 't1' });
    expect(stocked.text()).toContain('Animals live here: no ammonia is added.');
    expect(stocked.text()).not.toContain('Dosed it');
    TestBed.resetTestingModule();
    const bare = await open(TankStockScreen, { tankId: 't1' }, [tank('t1', 'Window', { events: [] })]);
    expect(bare.text()).toContain('Dosed it');
    expect(bare.text()).not.toContain('no ammonia is added');
  });
});

describe('the other pages of stock', () => {
  it('who lives where: clash and common band are said, what is only worth knowing is folded', async () => {
    const mixed = tank('t1', 'Window', {
      events: [event(9, 'arrived', 'cardinal-tetra', 10), event(9, 'arrived', 'guppy', 6)],
    });
    const room = await open(StockScreen, {}, [mixed]);
    expect(room.text()).toContain('No water suits both: guppy begins where cardinal tetra has ended.');
    expect(room.text()).not.toContain('two or three females to a male');
    await room.tick('input[type=checkbox]');
    expect(room.text()).toContain('two or three females to a male');
  });
  it('kinds: a breeder’s figures go over the book with the keeper’s name for them', async () => {
    const room = await open(KindsScreen, { kind: 'bee-shrimp' });
    expect(room.text()).toContain('97 kinds');
    await room.click('My breeder’s figures for this kind');
    // 300 may be ppm or degrees: asked, and nothing taken until it is said.
    await room.fill('GH to', '300');
    expect(room.text()).toContain('300 °dH is more than tanks have; 300 ppm is 16.8 °dH. Which?');
    await room.click('ppm');
    expect(room.text()).toContain('= 16.8 °dH');
    await room.fill('GH to', '6');
    await room.click('Lay them over the book');
    const payload = room.written[0]?.payload as {
      baseId: string;
      kind: { id: string; ranges: { ghDegrees: { hi: number; confidence: string } } };
    };
    expect([
      payload.baseId,
      payload.kind.id,
      payload.kind.ranges.ghDegrees.hi,
      payload.kind.ranges.ghDegrees.confidence,
    ]).toEqual(['bee-shrimp', 'bee-shrimp', 6, 'high']);
  });
  it('supplies: what must be ordered stands on top; a log line is written in the supply’s own unit', async () => {
    const room = await open(SuppliesScreen);
    expect(room.text()).toContain('To order: GH mineral');
    await room.type('input[aria-label^="How much of GH mineral"]', '250');
    await room.pick('[role=combobox][aria-label="What happened to GH mineral"]', 'bought');
    await room.click('Write GH mineral');
    expect([room.written[0]?.subjectId, room.written[0]?.payload]).toEqual([supplyId, { event: 'bought', value: 250 }]);
  });
});

describe('tanks', () => {
  it('the register clones a set-up without its animals, and stages in place', async () => {
    const room = await open(TanksScreen);
    await room.click('Clone Window');
    expect(room.written[0]?.payload).toEqual(
      jasmine.objectContaining({ name: 'Window 2', roundOrder: 11, measuredFillL: 45 }),
    );
    expect(room.written[0]?.subjectId).not.toBe('t1');
    await room.pick('[role=combobox][aria-label="Stage of Landing"]', 'resting');
    expect(room.written[1]?.payload).toEqual({ about: 'stage', stage: 'resting' });
  });
  it('facts: the heater that is off is said, what is new stands there and can go out again', async () => {
    const room = await open(FactsPart, { tankId: 't1' });
    expect(room.text()).toContain('The heater is off.');
    expect(room.text()).toContain('Small animals and no sponge on the intake');
    expect(room.text()).toContain('oak leaves');
    await room.click('Out again');
    expect(room.written[0]?.payload).toEqual({ about: 'new', what: 'leaves', name: 'oak leaves', gone: true });
  });
});
