import type { PayloadOf } from '#contracts/book';
import type { StockView } from '#contracts/stock';
import type { Folio } from '#contracts/tanks';
import {
  at,
  changeEntry,
  entry,
  id,
  openTestHouse,
  readingsEntry,
  saidOf,
  sourceEntry,
  strikeEntry,
  tankEntry,
  wholeSheet,
  type TestHouse,
} from '../app/harness.cases';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

const read = (values: Record<string, number>): Record<string, [number, number]> =>
  Object.fromEntries(Object.entries(values).map(([k, v]) => [k, [v, v]]));
const inBand = { ph: 7, ghDegrees: 8, no3MgPerL: 10, tempC: 23 };
const stock = (
  tank: string,
  event: PayloadOf<'stock'>['event'],
  countN: number | null,
  over: Partial<PayloadOf<'stock'>> = {},
  when = at(1),
) =>
  entry(
    'stock',
    tank,
    { event, kindId: 'cherry-shrimp', strain: '', count: countN === null ? null : { lo: countN, hi: countN }, ...over },
    when,
  );
/** A tank whose water is in band. */
async function calmTank(name: string, over: Partial<PayloadOf<'set-up'>> = {}): Promise<string> {
  const tank = id();
  await house.write(tankEntry(tank, { name, ...over }), readingsEntry(tank, read(inBand), at(2)));
  return tank;
}
const lineOf = async (tank: string) => (await wholeSheet(house)).tanks.find((t) => t.tankId === tank)!;

describe('one verdict', () => {
  it('made-up tanks in every state are in the same state, for the same reason, wherever they are asked for', async () => {
    const settled = await calmTank('Settled');
    const acting = await calmTank('Acting');
    await house.write(readingsEntry(acting, read({ no3MgPerL: 90 }), at(1)));
    const unknown = id();
    await house.write(tankEntry(unknown, { name: 'Untested' }));
    const resting = await calmTank('Resting', { purpose: 'resting' });
    const dying = await calmTank('Dying');
    await house.write(stock(dying, 'counted', 40, {}, at(30)), stock(dying, 'died', 9));
    const lost = await calmTank('Missing');
    await house.write(stock(lost, 'counted', 40, {}, at(30)), stock(lost, 'missing', 1));
    const idle = await calmTank('Not grazing');
    await house.write(stock(idle, 'counted', 40, {}, at(30)), stock(idle, 'sign', null, { sign: 'not-grazing' }));
    const unstocked = await calmTank('Told by a line');
    await house.write(entry('seen', unstocked, { deaths: { lo: 2, hi: 2 } }));

    const sheet = await wholeSheet(house);
    const stateOf = (tank: string) => sheet.tanks.find((t) => t.tankId === tank)?.state;
    expect(
      Object.fromEntries(
        Object.entries({ settled, acting, unknown, resting, dying, lost, idle, unstocked }).map(([k, t]) => [
          k,
          stateOf(t),
        ]),
      ),
    ).toEqual({
      settled: 'settled',
      acting: 'act',
      unknown: 'unknown',
      resting: 'resting',
      dying: 'act',
      lost: 'drifting',
      idle: 'drifting',
      unstocked: 'act',
    });
    const { body } = await house.get<StockView>('/api/stock');
    for (const { tankId, name, state, reason, nextStep } of sheet.tanks) {
      const listed = body.tanks.find((t) => t.tankId === tankId);
      const folio = (await house.get<Folio>(`/api/tanks/${tankId}/folio?days=30`)).body.tank;
      const alone = (await house.get<StockView>(`/api/stock?tank=${tankId}`)).body.tanks[0];
      expect([listed?.state, listed?.reason]).withContext(`${name} in stock`).toEqual([state, reason]);
      expect([alone?.state, alone?.reason]).withContext(`${name} alone`).toEqual([state, reason]);
      expect([folio.state, folio.reason, folio.nextStep.text])
        .withContext(`${name} in its folio`)
        .toEqual([state, reason, nextStep.text]);
    }
  });
  it('deaths told of a tank without stock begin what is new: what came in stands beside them, for a week', async () => {
    const tank = await calmTank('Bowl');
    await house.write(
      entry('fact', tank, { about: 'new', what: 'plant', name: 'a bunch of moss' }, at(5)),
      entry('seen', tank, { deaths: { lo: 1, hi: 1 } }, at(2)),
      entry('seen', tank, { deaths: { lo: 2, hi: 2 } }, at(1)),
      entry('seen', tank, { deaths: { lo: 7, hi: 7 } }, at(8)),
    );
    const line = await lineOf(tank);
    expect([line.state, line.reasonId, line.nextStep.kind]).toEqual(['act', 'losses', 'test']);
    expect(line.reason).toBe(
      '3 dead in a week, and no stock is in the book to hold it against. Test the water first, then ask what is new. No change is in the book. New: a bunch of moss.',
    );
    expect(line.decidedBy).toBe(line.contributions[0]?.id ?? '');
    // The water's own word stands beside it.
    expect(line.water.state).toBe('settled');
  });
  it('deaths told of a tank with stock are held against all that live there', async () => {
    const tank = await calmTank('Colony');
    await house.write(stock(tank, 'counted', 80, {}, at(30)), entry('seen', tank, { deaths: { lo: 1, hi: 1 } }));
    const line = await lineOf(tank);
    expect([line.state, line.reasonId]).toEqual(['drifting', 'losses']);
    expect(saidOf(line, 'losses')[0]?.text).toMatch(/1 dead in a week of about (79|80)\./);
  });
  it('the band is what the practice and the animals share, who asks is said, and Stock names the same kinds', async () => {
    const tank = await calmTank('Soft', { practiceId: 'neocaridina-wide' });
    await house.write(stock(tank, 'counted', 12, { kindId: 'cardinal-tetra' }, at(30)));
    const { body } = await house.get<Folio>(`/api/tanks/${tank}/folio?days=30`);
    const gh = body.lines.find((l) => l.parameter === 'ghDegrees');
    expect(gh?.band?.asked?.names).toEqual(['cardinal tetra']);
    expect(gh?.state).not.toBe('settled');
    expect(gh?.reason).toContain('for cardinal tetra');
    // Given away again, they ask for nothing; struck, they are back: what is kept in memory follows the book.
    const asking = async () =>
      (await house.get<Folio>(`/api/tanks/${tank}/folio?days=30`)).body.lines.find((l) => l.parameter === 'ghDegrees')
        ?.band?.asked?.names;
    const gone = stock(tank, 'given-away', 12, { kindId: 'cardinal-tetra' });
    await house.write(gone);
    expect(await asking()).toBeUndefined();
    await house.write(strikeEntry(tank, gone.id));
    expect(await asking()).toEqual(['cardinal tetra']);
  });
  it('what a tank bears follows who lives there and its practice, unless its keeper keeps to the word', async () => {
    const bears = async (tank: string) => (await house.get<Folio>(`/api/tanks/${tank}/folio?days=30`)).body.bears;
    const usual = await calmTank('Usual');
    expect(await bears(usual)).toEqual({ bearing: 'usual', askedBy: [] });
    await house.write(stock(usual, 'counted', 12, { kindId: 'bee-shrimp' }, at(30)));
    expect(await bears(usual)).toEqual({ bearing: 'delicate', askedBy: ['bee shrimp'] });
    expect(await bears(await calmTank('Soft water', { practiceId: 'caridina-low' }))).toEqual({
      bearing: 'delicate',
      askedBy: ['practice'],
    });
    expect(await bears(await calmTank('Kept to', { practiceId: 'caridina-low', bearingKept: true }))).toEqual({
      bearing: 'usual',
      askedBy: [],
    });
  });
  it('a young tank of which nobody said a stage asks for its cycle first, and is not settled', async () => {
    const young = { startedOn: '2026-03-01' };
    const tank = id();
    await house.write(tankEntry(tank, { name: 'Young', ...young }, at(12)), readingsEntry(tank, read(inBand), at(2)));
    const line = await lineOf(tank);
    expect([line.state, line.reasonId]).toEqual(['drifting', 'cycle']);
    expect(line.reason).toBe('14 days old, and no cycle is in the book');
    expect(line.nextStep.text).toContain('Its cycle first');
    await house.write(entry('fact', tank, { about: 'stage', stage: 'running' }));
    expect((await lineOf(tank)).state).toBe('settled');
    await house.write(entry('fact', tank, { about: 'stage', stage: 'cycling' }, at(0)));
    expect((await lineOf(tank)).reason).toBe('It is being cycled');
    await house.write(stock(tank, 'counted', 6, {}, at(0)));
    expect((await lineOf(tank)).reason).toBe('It is being cycled, with animals in it');
  });
  it('the morning after a change a line of moults closes its question, and both schools stand on Tonight with the rate', async () => {
    const [tank, source] = [await calmTank('Moults'), id()];
    await house.write(
      sourceEntry(source),
      stock(tank, 'counted', 40, {}, at(30)),
      changeEntry(tank, source, 10, at(1)),
    );
    expect(saidOf(await lineOf(tank), 'after-change').length).toBe(1);
    // Before the change it answers nothing.
    await house.write(entry('seen', tank, { moults: { lo: 3, hi: 3 } }, at(1, -60)));
    expect(saidOf(await lineOf(tank), 'after-change').length).toBe(1);
    expect(saidOf(await lineOf(tank), 'moults')).toEqual([]);
    await house.write(entry('seen', tank, { moults: { lo: 9, hi: 9 } }, at(0, -60)));
    const line = await lineOf(tank);
    expect(saidOf(line, 'after-change')).toEqual([]);
    const [moults] = saidOf(line, 'moults');
    expect(moults?.severity).toBe('watch');
    expect(moults?.text).toMatch(
      /^Moults as a warning: 9 the day after is more than chance; about 1 a day are usual in a colony of \d+/,
    );
    expect(moults?.evidence[0]).toContain('Moults as a good sign');
    expect([line.state, line.reasonId]).toEqual(['drifting', 'moults']);
  });
  it('moults of a kind close the question too; few of a large colony are background and leave the tank settled', async () => {
    const [tank, source] = [await calmTank('Many'), id()];
    await house.write(
      sourceEntry(source),
      stock(tank, 'counted', 300, {}, at(30)),
      changeEntry(tank, source, 10, at(1)),
    );
    await house.write(stock(tank, 'moulted', 2, {}, at(0, -60)));
    expect(saidOf(await lineOf(tank), 'after-change')).toEqual([]);
    await house.write(entry('seen', tank, { moults: { lo: 8, hi: 8 } }, at(0, -30)));
    const line = await lineOf(tank);
    expect(saidOf(line, 'moults')[0]?.text).toContain('8 the day after is background');
    expect(line.state).toBe('settled');
  });
  it('a routine whose changes end higher each time is said to lose, and its tank is not settled', async () => {
    const [tank, source] = [id(), id()];
    await house.write(sourceEntry(source), tankEntry(tank, { name: 'Loses' }));
    for (let week = 0; week < 8; week++) {
      const daysAgo = 60 - 7 * week;
      await house.write(
        readingsEntry(tank, read({ ...inBand, no3MgPerL: 6 + 2.5 * week }), at(daysAgo)),
        changeEntry(tank, source, 10, at(daysAgo - 0.1)),
      );
    }
    await house.write(readingsEntry(tank, read({ ...inBand, no3MgPerL: 25 }), at(1)));
    const line = await lineOf(tank);
    expect(saidOf(line, 'routine-loses').map((c) => c.reason.facts)).toEqual([
      jasmine.objectContaining({ parameter: 'no3MgPerL' }),
    ]);
    expect(line.state).toBe('drifting');
  });
});
