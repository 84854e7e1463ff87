import { hourMs } from '#core/units';
import {
  at,
  entry,
  id,
  lookedEntry,
  openTestHouse,
  readingsEntry,
  sourceEntry,
  changeEntry,
  strikeEntry,
  tankEntry,
  tonightAt,
  wholeSheet,
  type TestHouse,
} from '../app/harness.cases';
import type { SentEntry } from '#contracts/book';
import { readTanks } from '../residents';
import type { Prospect } from './prospect';
import { Prospects } from './prospects';
import { readProspects } from './prospects-repo';

let house: TestHouse;
let sourceId: string;
beforeAll(async () => {
  house = await openTestHouse();
  sourceId = id();
  await house.write(sourceEntry(sourceId));
});
afterAll(() => house.close());

const nowEpochMs = Date.parse(tonightAt);
/** What a server that was just started knows; it has no time to make anything itself. */
async function known(tankId: string, { code = 'spec', laterMs = 0 } = {}): Promise<Prospect | undefined> {
  const started = new Prospects(house.db, { code, timeLimitMs: 1 });
  try {
    const tanks = await readTanks(house.db, { atEpochMs: nowEpochMs, tankId });
    return (await started.of(tanks, nowEpochMs + laterMs)).get(tankId);
  } finally {
    await started.close();
  }
}
const made = async (tankId: string): Promise<Prospect> => {
  const threads = new Prospects(house.db);
  const tanks = await readTanks(house.db, { atEpochMs: nowEpochMs, tankId });
  const value = (await threads.of(tanks, nowEpochMs)).get(tankId);
  await threads.close();
  if (!value) throw new Error('nothing was made');
  return value;
};
const tank = async (): Promise<string> => {
  const tankId = id();
  await house.write(tankEntry(tankId));
  for (let i = 12; i > 0; i--)
    await house.write(readingsEntry(tankId, { no3MgPerL: [30 - 2 * i, 31 - 2 * i], ph: [7, 7.1] }, at(7 * i)));
  return tankId;
};
/** The table is written just after the forecast is given. */
async function kept(tankId: string): Promise<Prospect> {
  const before = (await readProspects(house.db, [tankId]))[0]?.mark;
  await wholeSheet(house);
  for (let i = 0; i < 200; i++) {
    const [now] = await readProspects(house.db, [tankId]);
    if (now && now.mark !== before) return now.value;
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
  throw new Error('it was not kept');
}

describe('forecasts that were made', () => {
  it('are known to a server that starts later, to the last figure', async () => {
    const tankId = await tank();
    const value = await kept(tankId);
    expect(value.outlooks.length).toBeGreaterThan(0);
    expect(value).toEqual(await made(tankId));
  });
  it('are made anew by other code, and on another quarter of the day', async () => {
    const tankId = await tank();
    await kept(tankId);
    expect((await known(tankId, { code: 'newer' }))?.failed).toBe(true);
    expect((await known(tankId, { laterMs: 6 * hourMs }))?.failed).toBe(true);
    expect((await known(tankId))?.failed).toBeUndefined();
  });
  it('outlast a look and a meal, which move no water', async () => {
    const tankId = await tank();
    await kept(tankId);
    await house.write(lookedEntry(tankId));
    await house.write(entry('fed', tankId, { foodId: 'pellets', foodG: null } as never, at(0)));
    expect((await known(tankId))?.failed).toBeUndefined();
  });
  const moving: Record<string, (tankId: string) => Promise<SentEntry> | SentEntry> = {
    'a reading': (t) => readingsEntry(t, { ph: [7, 7] }, at(0)),
    'a reading long before the newest': (t) => readingsEntry(t, { ph: [7, 7] }, at(99)),
    'a change': (t) => changeEntry(t, sourceId, 10, at(0)),
    'a dose': (t) => entry('dose', t, { product: 'A plant food', amountMl: 2, no3MgPerL: 5 }, at(0)),
    'a top-up': (t) => entry('top-up', t, { topUpL: 1, sourceId, water: {} }, at(0)),
    'animals that came': (t) =>
      entry(
        'stock',
        t,
        { event: 'arrived', kindId: 'cherry-shrimp', strain: '', count: { lo: 9, hi: 9 } } as never,
        at(0),
      ),
    'a new set-up': (t) => tankEntry(t, { measuredFillL: 60 }, at(1)),
    'a strike': async (t) => {
      const reading = readingsEntry(t, { ph: [7.4, 7.4] }, at(50));
      await house.write(reading);
      await kept(t);
      return strikeEntry(t, reading.id);
    },
  };
  for (const [what, of] of Object.entries(moving))
    it(`are made anew after ${what}`, async () => {
      const tankId = await tank();
      await kept(tankId);
      const sent = await of(tankId);
      const answer = await house.write(sent);
      expect(answer.status).withContext(JSON.stringify(answer.body)).toBe(201);
      expect((await known(tankId))?.failed).toBe(true);
      expect((await kept(tankId)).failed).toBeUndefined();
    });
});
