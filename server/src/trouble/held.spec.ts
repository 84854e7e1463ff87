import type { PayloadOf, SentEntry } from '#contracts/book';
import {
  at,
  changeEntry,
  entry,
  id,
  openTestHouse,
  readingsEntry,
  saidOf,
  strikeEntry,
  tankEntry,
  wholeSheet,
  type TestHouse,
} from '../app/harness.cases';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

const calm = { ph: 7, ghDegrees: 8, no3MgPerL: 10, tempC: 23 };
const values = (read: Record<string, number>): Record<string, [number, number]> =>
  Object.fromEntries(Object.entries(read).map(([k, v]) => [k, [v, v]]));
const counted = (tank: string, kindId: string, count = 20): SentEntry =>
  entry('stock', tank, { event: 'counted', kindId, strain: '', count: { lo: count, hi: count } }, at(30));
const fact = (tank: string, payload: PayloadOf<'fact'>, when = at(0, -60)): SentEntry =>
  entry('fact', tank, payload, when);
const tankWith = async (
  read: Record<string, number>,
  more: (tank: string) => SentEntry[] = () => [],
  kindId: string | null = 'cherry-shrimp',
): Promise<string> => {
  const tank = id();
  const write = async (sent: SentEntry): Promise<void> => {
    const answer = await house.write(sent);
    expect(answer.status).withContext(JSON.stringify(answer.body)).toBe(201);
  };
  await write(tankEntry(tank));
  await write(readingsEntry(tank, values({ ...calm, ...read }), at(0, -90)));
  if (kindId !== null) await write(counted(tank, kindId));
  for (const sent of more(tank)) await write(sent);
  return tank;
};
const lineOf = async (tank: string) => (await wholeSheet(house)).tanks.find((t) => t.tankId === tank)!;
const held = async (tank: string): Promise<string[]> => saidOf(await lineOf(tank), 'held').map((c) => c.id);

describe('what holds fast in a tank, on Tonight', () => {
  it('copper with shrimp is now, in the figures of the water, and never a change in steps', async () => {
    const line = await lineOf(await tankWith({ copperMgPerL: 0.06 }));
    expect([line.state, line.urgent]).toEqual(['act', true]);
    expect(line.nextStep.text).toBe('Now: Air, and look. No more of that water.');
  });
  it('gasping that was written on the round is now, and air comes first', async () => {
    const tank = await tankWith({}, (t) => [entry('seen', t, { behaviour: 'gasping' }, at(0, -20))], 'guppy');
    const line = await lineOf(tank);
    expect([line.state, line.urgent, line.reasonId]).toEqual(['act', true, 'held']);
    expect(line.reason).toBe('They gasp at the surface');
    expect(line.nextStep.text).toContain('Now: Air');
  });
  it('a sign that is struck is none any more, at once', async () => {
    const sign = entry('seen', id(), { behaviour: 'gasping' }, at(0, -20));
    const tank = await tankWith({}, (t) => [{ ...sign, subjectId: t }], null);
    expect(await held(tank)).toEqual(['held:red-flag:gasping']);
    expect((await house.write(strikeEntry(tank, sign.id))).status).toBe(201);
    expect(await held(tank)).toEqual([]);
  });
  it('CO2 by pH and KH where it is fitted: the gas off, too', async () => {
    const gas = (t: string) => [fact(t, { about: 'equipment', item: 'co2', on: true }, at(40))];
    const line = await lineOf(await tankWith({ ph: 6.4, khDegrees: 6 }, gas));
    expect([line.state, line.urgent]).toEqual(['act', true]);
    expect(line.nextStep.text).toContain('CO2 off.');
    expect(await held(await tankWith({ ph: 6.4, khDegrees: 6 }))).toEqual([]);
    // Leaves hold the pH down: then it says nothing of the gas.
    const leaves = (t: string) => [...gas(t), fact(t, { about: 'new', what: 'leaves', name: 'oak leaves' })];
    expect(await held(await tankWith({ ph: 6.4, khDegrees: 6 }, leaves))).toEqual([]);
  });
  it('nitrite beside enough chloride is no matter of minutes; beside none it is', async () => {
    const guarded = await lineOf(await tankWith({ no2MgPerL: 2, clMgPerL: 60 }, undefined, 'guppy'));
    expect([guarded.state, guarded.urgent]).toEqual(['act', false]);
    const bare = await lineOf(await tankWith({ no2MgPerL: 2 }, undefined, 'guppy'));
    expect([bare.state, bare.urgent]).toEqual(['act', true]);
  });
  it('a spray, a pet’s drops on hands, bare tap: acted on before one of them is ill', async () => {
    const fresh = (what: 'spray' | 'lotion' | 'pet-drops') => (t: string) =>
      fact(t, { about: 'new', what, name: 'something' });
    const sprayed = await lineOf(await tankWith({}, (t) => [fresh('spray')(t)]));
    expect([sprayed.state, sprayed.reason]).toEqual(['act', 'Something was sprayed near the tank']);
    expect(await held(await tankWith({}, (t) => [fresh('lotion')(t), fresh('pet-drops')(t)]))).toEqual([
      'held:exposure:pet-drops-on-hands',
    ]);
    expect(await held(await tankWith({}, (t) => [fresh('lotion')(t)]))).toEqual([]);
    const tap = id();
    const aged = id();
    const water = { name: 'Tap', state: 'tap-aged', chlorine: 'chloramine', startedOn: '2025-12-04' };
    await house.write(entry('source', tap, water as PayloadOf<'source'>, at(100)));
    await house.write(
      entry('source', aged, { ...water, name: 'Aged tap', chlorine: 'chlorine' } as PayloadOf<'source'>, at(100)),
    );
    const change =
      (conditionerMl: number, source = tap) =>
      (t: string) => {
        const sent = changeEntry(t, source, 20, at(0, -60));
        return [{ ...sent, payload: { ...sent.payload, conditionerMl } }];
      };
    expect(await held(await tankWith({}, change(0)))).toEqual(['held:exposure:chlorinated-water']);
    expect(await held(await tankWith({}, change(5)))).toEqual([]);
    // Chlorine is gone from water that stood, chloramine is not.
    expect(await held(await tankWith({}, change(0, aged)))).toEqual([]);
  });
  it('rotten eggs at a poke: this week, today after digging', async () => {
    const poked = (t: string) => entry('poke', t, { place: 'B3', gas: 'smell' }, at(0, -30));
    const line = await lineOf(await tankWith({}, (t) => [poked(t)]));
    expect([line.state, line.reasonId, line.reason]).toEqual([
      'drifting',
      'held',
      'The bed smells of rotten eggs where it was poked',
    ]);
    const dug = (t: string) => entry('job', t, { step: 'started', work: { kind: 'bed', note: '' } }, at(0, -200));
    expect(await held(await tankWith({}, (t) => [dug(t), poked(t)]))).toContain('held:exposure:bed-gas-after-digging');
  });
  it('too much by itself is named: pH, and copper where only fish live', async () => {
    expect(await held(await tankWith({ ph: 9.4 }))).toEqual(['held:extreme:ph-extreme']);
    expect(await held(await tankWith({ copperMgPerL: 0.06 }, undefined, 'guppy'))).toEqual([
      'held:extreme:copper-with-fish',
    ]);
  });
  it('copper that a course holds there on purpose is no alarm; beyond its dose, and with shrimp, it is', async () => {
    const treated = (t: string) => [
      entry(
        'course',
        t,
        {
          step: 'started',
          agentId: 'D06',
          productName: 'a copper medicine',
          label: { packTreatsL: 40, doseDays: [1, 3], changes: [] },
          split: true,
          netVolumeL: 100,
          startOn: at(1).slice(0, 10),
          overrideReason: 'as the veterinarian says',
        },
        at(1),
      ),
    ];
    expect(await held(await tankWith({ copperMgPerL: 0.15 }, treated, 'guppy'))).toEqual([]);
    expect(await held(await tankWith({ copperMgPerL: 0.15 }, undefined, 'guppy'))).toEqual([
      'held:extreme:copper-with-fish',
    ]);
    expect(await held(await tankWith({ copperMgPerL: 0.25 }, treated, 'guppy'))).toEqual([
      'held:extreme:copper-with-fish',
    ]);
    expect(await held(await tankWith({ copperMgPerL: 0.15 }, treated))).toEqual(['held:settled:copper-poisoning']);
  });
  it('of whom nobody wrote may live there: copper counts; in a tank that is said to be cycled nobody is helped', async () => {
    const unknown = await lineOf(await tankWith({ copperMgPerL: 0.06 }, undefined, null));
    expect([unknown.state, unknown.urgent]).toEqual(['act', true]);
    const cycling = await tankWith(
      { tanMgPerL: 4, ph: 8.2 },
      (t) => [fact(t, { about: 'stage', stage: 'cycling' })],
      null,
    );
    const line = await lineOf(cycling);
    expect([line.state, line.urgent, line.reasonId]).toEqual(['drifting', false, 'cycle']);
    // Somebody looked at animals there that nobody entered: then they are helped.
    expect((await house.write(entry('seen', cycling, { behaviour: 'gasping' }, at(0, -10)))).status).toBe(201);
    const stocked = await lineOf(cycling);
    expect([stocked.state, stocked.urgent]).toEqual(['act', true]);
  });
  it('what was seen in an open case counts on Tonight, until the case is closed', async () => {
    const tank = await tankWith({});
    const opened = entry(
      'case',
      tank,
      { step: 'opened', firstSignAt: at(0, -60), findings: { 'climbing-out': 'yes' } },
      at(0, -50),
    );
    expect((await house.write(opened)).status).toBe(201);
    expect(await held(tank)).toEqual(['held:red-flag:climbing-out']);
    const closed = { step: 'closed', caseId: opened.id, outcome: 'recovered', causeId: null, note: '' };
    expect((await house.write(entry('case', tank, closed as PayloadOf<'case'>, at(0, -5)))).status).toBe(201);
    expect(await held(tank)).toEqual([]);
  });
});
