import { hourMs } from '#core/units';
import { bookKinds } from '#almanac/kinds';
import type { NewEntry, PayloadOf } from '#contracts/book';
import type { SourceHistory } from '#contracts/sources';
import type { Diary, StockView } from '#contracts/stock';
import {
  at,
  changeEntry,
  entry,
  id,
  openTestHouse,
  readingsEntry,
  refusedBy,
  saidOf,
  sourceEntry,
  strikeEntry,
  tankEntry,
  type TestHouse,
  wholeSheet,
} from '../app/harness.cases';
import { rebuildAll } from '../book';
import { kinds } from '../app/kinds';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

const stock = (
  tank: string,
  event: PayloadOf<'stock'>['event'],
  count: { lo: number; hi: number | null } | null,
  happenedAt = at(1),
  over: Partial<PayloadOf<'stock'>> = {},
): NewEntry => entry('stock', tank, { event, kindId: 'cherry-shrimp', strain: '', count, ...over }, happenedAt);
const arrivalIn = (tank: string, over: Partial<PayloadOf<'arrival'>> = {}, happenedAt = at(0, -11)) =>
  entry(
    'arrival',
    tank,
    {
      kindId: 'cherry-shrimp',
      strain: '',
      count: many(12),
      localWater: 'unknown',
      bag: {},
      transportHours: 1,
      method: 'drip',
      ...over,
    },
    happenedAt,
  );
const many = (lo: number, hi: number | null = lo) => ({ lo, hi });
async function newTank(): Promise<string> {
  const tank = id();
  await house.write(tankEntry(tank));
  return tank;
}
const faultsOf = (...entries: NewEntry[]): Promise<string[]> => refusedBy(house, ...entries);
const lineOf = async (tank: string) => (await wholeSheet(house)).tanks.find((t) => t.tankId === tank)!;

describe('what happens to animals', () => {
  it('is written, read back with arrivals beside it, and struck again', async () => {
    const tank = await newTank();
    const died = stock(tank, 'died', many(2), at(3));
    await house.write(stock(tank, 'arrived', many(15), at(60)), stock(tank, 'counted', many(30, 40), at(20)), died);
    const read = async () =>
      (await house.get<StockView>(`/api/stock?tank=${tank}`)).body.tanks[0]?.events.map((e) => e.event);
    expect(await read()).toEqual(['arrived', 'counted', 'died']);
    expect((await house.write(strikeEntry(tank, died.id))).status).toBe(201);
    expect(await read()).toEqual(['arrived', 'counted']);
  });
  it('counts below zero, crossed spans, missing counts and unknown kinds are named beside their field', async () => {
    const tank = await newTank();
    const said = [
      ...(await faultsOf(stock(tank, 'counted', many(-3)))),
      ...(await faultsOf(stock(tank, 'counted', many(9, 4)))),
      ...(await faultsOf(stock(tank, 'counted', null))),
      ...(await faultsOf(stock(tank, 'counted', many(4), at(1), { kindId: 'unicorn' }))),
    ].join('\n');
    for (const part of ['must be at least 0', 'high end lies below', 'is needed', '“unicorn” is not a kind'])
      expect(said).toContain(part);
  });
  it('more cannot leave than the book knows of, and the likely mend is said', async () => {
    const tank = await newTank();
    await house.write(stock(tank, 'arrived', many(10), at(30)));
    const { status, body } = await house.write(stock(tank, 'given-away', many(25)));
    expect([status, body.errors?.[0]?.message, body.errors?.[0]?.mend]).toEqual([
      400,
      'the book knows of at most 10 there; count them first',
      '10',
    ]);
    expect((await house.write(stock(tank, 'given-away', many(4)))).status).toBe(201);
  });
  it('no brood before any arrived, none of those that carry no eggs, none before maturity', async () => {
    const tank = await newTank();
    expect((await faultsOf(stock(tank, 'berried', many(2))))[0]).toContain('has arrived in this tank');
    await house.write(stock(tank, 'arrived', many(9), at(30), { kindId: 'guppy' }));
    expect((await faultsOf(stock(tank, 'berried', many(2), at(1), { kindId: 'guppy' })))[0]).toContain(
      'does not carry eggs',
    );
    expect((await faultsOf(stock(tank, 'born', many(2), at(1), { kindId: 'java-moss' })))[0]).toContain('is a plant');
    await house.write(stock(tank, 'arrived', many(9), at(40)));
    expect((await house.write(stock(tank, 'berried', many(2)))).status).toBe(201);
  });
  it('a move is two entries in one request: both or neither', async () => {
    const [from, to] = [await newTank(), await newTank()];
    await house.write(stock(from, 'arrived', many(5), at(9)));
    const move = (count: number) =>
      house.write(
        stock(from, 'moved-out', many(count), at(1), { otherTankId: to }),
        stock(to, 'moved-in', many(count), at(1), { otherTankId: from }),
      );
    expect((await move(50)).status).toBe(400);
    expect((await house.get<StockView>(`/api/stock?tank=${to}`)).body.tanks[0]?.events).toEqual([]);
    expect((await move(5)).status).toBe(201);
    const page = await house.get<{ entries: { line: string }[] }>(`/api/entries?subject=${to}`);
    expect(page.body.entries[0]?.line).toMatch(/^5 cherry shrimp moved in, from Tank/);
  });
  it('an arrival against which something speaks needs its reason, and keeps both', async () => {
    const tank = await newTank();
    const arrival = (over: Partial<PayloadOf<'arrival'>>) => arrivalIn(tank, over);
    expect((await faultsOf(arrival({ warnings: ['Not cycled.'] })))[0]).toContain(
      'is needed where something speaks against it',
    );
    expect((await faultsOf(arrival({ deadOnArrivalCount: 20 })))[0]).toContain('more than arrived');
    expect((await house.write(arrival({ warnings: ['Not cycled.'], overrideReason: 'no other place' }))).status).toBe(
      201,
    );
    const line = await lineOf(tank);
    expect(saidOf(line, 'new').map((n) => n.text)).toEqual(['New: cherry shrimp']);
    expect(line.lastDone.some((d) => d.text === '12 cherry shrimp arrived')).toBeTrue();
  });
  it('a jump in deaths stands on tonight beside the last change and what is new; background does not', async () => {
    const [tank, calm, source] = [await newTank(), await newTank(), id()];
    await house.write(
      sourceEntry(source),
      stock(tank, 'counted', many(30), at(90)),
      stock(calm, 'counted', many(400), at(90)),
      changeEntry(tank, source, 30, at(2)),
      entry('fact', tank, { about: 'new', what: 'product', name: 'a leaf extract' }, at(5)),
    );
    await house.write(stock(tank, 'died', many(6)), stock(calm, 'died', many(1)));
    const alarms = saidOf(await lineOf(tank), 'animals');
    expect(alarms[0]).toEqual(jasmine.objectContaining({ id: 'animals:deaths:cherry-shrimp:0', severity: 'act' }));
    expect(alarms[0]?.text).toMatch(/Last change 2 nights ago, 30 %\. New: a leaf extract/);
    expect(saidOf(await lineOf(calm), 'animals')).toEqual([]);
  });
});

describe('the first night of a tank', () => {
  it('five past midnight on its first day is after it began; the evening before is not', async () => {
    const tank = id();
    await house.write(tankEntry(tank, { startedOn: '2026-03-14' }, '2026-03-14T00:01:00.000Z'));
    expect((await house.write(stock(tank, 'arrived', many(5), '2026-03-14T00:05:00.000Z'))).status).toBe(201);
    expect((await house.write(stock(tank, 'counted', many(5), '2026-03-13T21:00:00.000Z'))).status).toBe(400);
  });
});

describe('timers on tonight', () => {
  it('a running drip and food that must come out, until each is answered', async () => {
    const tank = await newTank();
    const [arrival, fed] = [
      arrivalIn(tank),
      entry('fed', tank, { foodId: 'granules', foodG: 0.3, school: 'mass' }, at(0, -60)),
    ];
    const arrivalId = arrival.id;
    await house.write(
      fed,
      arrival,
      entry(
        'acclimation',
        tank,
        {
          step: 'started',
          arrivalId,
          bagL: 1,
          boxL: 4,
          rateLPerH: 4.5,
          durationMinutes: 60,
          bag: {},
          tank: {},
          bearing: 'usual',
        },
        at(0, -10),
      ),
    );
    const running = (await lineOf(tank)).contributions.filter((c) => ['drip', 'leftovers'].includes(c.reason.id));
    expect(running.map((t) => t.reason.id).sort()).toEqual(['drip', 'leftovers']);
    expect(Number(running.find((t) => t.reason.id === 'drip')?.dueEpochMs) - Date.parse(at(0, -10))).toBe(hourMs);
    await house.write(
      entry('cleared', tank, { fedEntryId: fed.id, clearedMinutes: null }, at(0)),
      entry('acclimation', tank, { step: 'ended', arrivalId, done: true }, at(0)),
    );
    const still = await lineOf(tank);
    expect([...saidOf(still, 'drip'), ...saidOf(still, 'leftovers')]).toEqual([]);
  });
});

describe('facts of a tank', () => {
  it('the last word on stage and equipment is in force; what went out again is new no longer', async () => {
    const tank = await newTank();
    await house.write(
      entry('fact', tank, { about: 'stage', stage: 'cycling' }, at(30)),
      entry('fact', tank, { about: 'stage', stage: 'running' }, at(10)),
      entry('fact', tank, { about: 'equipment', item: 'light', on: true, lightHours: 8 }, at(9)),
      entry('fact', tank, { about: 'new', what: 'wood', name: 'a root' }, at(9)),
      entry('fact', tank, { about: 'new', what: 'wood', name: 'a root', gone: true }, at(2)),
    );
    const [read] = (await house.get<StockView>(`/api/stock?tank=${tank}`)).body.tanks;
    expect(read?.stage).toBe('running');
    expect(read?.equipment.light).toEqual(jasmine.objectContaining({ on: true, lightHours: 8 }));
    expect(saidOf(await lineOf(tank), 'new')).toEqual([]);
    expect(
      (await house.write(entry('fact', tank, { about: 'equipment', item: 'light', on: true, lightHours: 30 }))).status,
    ).toBe(400);
  });
  it('what rides with the subject is the same after a rebuild', async () => {
    const tank = await newTank();
    await house.write(
      stock(tank, 'arrived', many(9), at(5)),
      stock(tank, 'died', many(1)),
      entry('fact', tank, { about: 'new', what: 'food', name: 'worms' }, at(3)),
      readingsEntry(tank, { ph: [7, 7] }),
    );
    const before = JSON.stringify(await lineOf(tank));
    await rebuildAll(house.db, kinds);
    expect(JSON.stringify(await lineOf(tank))).toBe(before);
  });
});

describe('own kinds, supplies, the unit and the diary', () => {
  const bee = bookKinds.find((k) => k.id === 'bee-shrimp')!;
  const own = (over: object): PayloadOf<'own-kind'> => ({
    baseId: 'bee-shrimp',
    from: 'a breeder',
    startedOn: '2026-01-01',
    kind: { ...bee, ...over } as never,
  });
  it('the breeder’s figures are laid over the book; crossed ranges and a plant with habits are refused', async () => {
    const range = { lo: 4, hi: 6, grade: 'single-observation', sourceIds: ['own'], confidence: 'high' };
    const subject = id();
    expect((await house.write(entry('own-kind', subject, own({ ranges: { ghDegrees: range } })))).status).toBe(201);
    expect(
      (await house.get<StockView>('/api/stock')).body.ownKinds.find((k) => k.id === 'bee-shrimp')?.ranges.ghDegrees?.hi,
    ).toBe(6);
    const crossed = await faultsOf(entry('own-kind', subject, own({ ranges: { ghDegrees: { ...range, hi: 2 } } })));
    expect(crossed[0]).toContain('must lie above 4');
    expect((await faultsOf(entry('own-kind', subject, own({ group: 'plant' }))))[0]).toContain('plant needs');
    expect((await faultsOf(entry('own-kind', id(), own({}))))[0]).toContain('is the name of another');
  });
  it('a supply and its log; the same name twice, and an amount below nothing, are refused', async () => {
    const salt = id();
    const supply = (subject: string) =>
      entry(
        'supply',
        subject,
        { name: `Salt ${salt.slice(-6)}`, category: 'salt', unit: 'g', startedOn: '2025-12-10' },
        at(50),
      );
    expect(
      (await house.write(supply(salt), entry('supply-log', salt, { event: 'left', value: 500 }, at(20)))).status,
    ).toBe(201);
    expect((await faultsOf(supply(id())))[0]).toContain('is the name of another supply');
    expect((await faultsOf(entry('supply-log', salt, { event: 'used', value: -5 })))[0]).toContain('at least 0');
    const diary = await house.get<Diary>(`/api/diary?kinds=supply,supply-log&subject=${salt}`);
    expect(diary.body.entries.map((e) => e.kind)).toEqual(['supply', 'supply-log']);
    expect(diary.body.entries[0]?.payload).toEqual(jasmine.objectContaining({ leadDays: 7 }));
  });
  it('a unit line with more out than in is questioned; entries go to the subject they belong to', async () => {
    const [ro, tank] = [id(), await newTank()];
    await house.write(sourceEntry(ro));
    const line = (subject: string, outUsPerCm: number) =>
      entry('unit', subject, { madeL: 100, inUsPerCm: 400, betweenUsPerCm: 20, outUsPerCm });
    expect((await faultsOf(line(ro, 900)))[0]).toContain('are the two swapped?');
    expect((await house.write(line(ro, 1))).status).toBe(201);
    const wrong = await house.write(line(tank, 1));
    expect([wrong.status, wrong.body.errors?.[0]?.message]).toEqual([
      400,
      'is a tank; this kind of entry goes to a source',
    ]);
    expect((await house.write(line(id(), 1))).status).toBe(404);
  });
  it('the year of a source says which analyses came from the supplier', async () => {
    const tap = id();
    const report = { ...readingsEntry(tap, { ghDegrees: [11, 11] }, at(40)) };
    report.payload = { ...report.payload, context: 'source', origin: 'supplier-report' };
    await house.write(sourceEntry(tap), report, readingsEntry(tap, { ghDegrees: [13, 14] }, at(3)));
    const { history } = (await house.get<SourceHistory>(`/api/sources/${tap}/history`)).body;
    expect(history.ghDegrees?.map((r) => r.origin)).toEqual([undefined, 'supplier-report']);
  });
  it('a diary of what none is kept of, and the stock of a tank that is not there, are refused', async () => {
    expect((await house.get('/api/diary?kinds=readings')).status).toBe(400);
    expect((await house.get(`/api/stock?tank=${id()}`)).status).toBe(404);
    expect((await house.get('/api/stock?tank=nonsense')).status).toBe(400);
  });
});
