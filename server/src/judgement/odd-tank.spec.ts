import { minuteMs } from '#core/units';
import { sql } from 'drizzle-orm';
import type { StockView } from '#contracts/stock';
import type { SentEntry } from '#contracts/book';
import {
  at,
  changeEntry,
  entry,
  id,
  openTestHouse,
  readingsEntry,
  saidOf,
  sourceEntry,
  tankEntry,
  wholeSheet,
  type TestHouse,
} from '../app/harness.cases';
import { readTanks } from '../residents';
import type { Tank } from '../tanks';
import { judgementContributions, notWorkedOut } from './judgement-contributions';
import { Prospects } from './prospects';
import { contributed } from './states';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

const tested = async (name: string): Promise<string> => {
  const tank = id();
  await house.write(tankEntry(tank, { name }));
  for (let week = 1; week <= 5; week++)
    await house.write(
      readingsEntry(tank, { no3MgPerL: [10 + week, 11 + week], ec25UsPerCm: [300, 302] }, at(7 * week)),
    );
  return tank;
};

describe('one tank that cannot be reckoned with', () => {
  it(
    'a value no door lets in, already in the database: Tonight, evening, stock and fortnight are served all the same',
    async () => {
      const [odd, calm] = [await tested('Odd'), await tested('Calm')];
      const source = id();
      await house.write(sourceEntry(source));
      for (const weeks of [4, 3, 2, 1]) await house.write(changeEntry(odd, source, 10, at(7 * weeks - 1)));
      await house.db.execute(
        sql`update changes set water = '{"no3MgPerL": 1e308, "ec25UsPerCm": -1e308}'::jsonb where subject_id = ${odd}`,
      );
      await house.db.execute(sql`update readings set lo = 1e308, hi = 1.7e308 where subject_id = ${odd}`);
      const sheet = await wholeSheet(house);
      expect(sheet.tanks.map((t) => t.name)).toEqual(jasmine.arrayContaining(['Calm', 'Odd']));
      const line = sheet.tanks.find((t) => t.tankId === calm)!;
      expect(saidOf(line, 'not-worked-out')).toEqual([]);
      for (const where of ['/api/stock', '/api/water/evening', '/api/water/build-up', '/api/water/fortnight?seconds=1'])
        expect((await house.get<StockView>(where)).status)
          .withContext(where)
          .toBe(200);
    },
    minuteMs,
  );
});

describe('a tank of a tenth of a litre changed by a thousandth', () => {
  it(
    'is planned like any other: the evening and fourteen nights of the house stand',
    async () => {
      const [tiny, source] = [await tested('Thimble'), id()];
      await house.write(sourceEntry(source));
      await house.write(tankEntry(tiny, { name: 'Thimble', measuredFillL: 0.1 }));
      const routine = {
        everyDays: 1,
        changeFraction: 0.001,
        sourceId: source,
        how: 'poured',
        changeMinutes: 1,
      } as const;
      expect((await house.write(entry('routine', tiny, routine))).status).toBe(201);
      for (const where of ['/api/water/evening', '/api/water/fortnight?seconds=1', '/api/tonight'])
        expect((await house.get(where)).status)
          .withContext(where)
          .toBe(200);
    },
    minuteMs,
  );
});

describe('what no quantity can be', () => {
  it('is refused beside its field at the door: in a change, a source, a routine, a reading', async () => {
    const [tank, source] = [await tested('Guarded'), id()];
    await house.write(sourceEntry(source));
    const fieldOf = async (sent: SentEntry): Promise<string | undefined> =>
      (await house.write(sent)).body.errors?.[0]?.field;
    const change = changeEntry(tank, source, 10);
    for (const no3MgPerL of [1e308, -1, 1_000_001])
      expect(await fieldOf({ ...change, payload: { ...change.payload, water: { no3MgPerL } } }))
        .withContext(String(no3MgPerL))
        .toBe('entries.0.payload.water.no3MgPerL');
    expect(await fieldOf(readingsEntry(tank, { no3MgPerL: [10, 1e300] }))).toContain('entries.0.payload.values.0');
    const routine = { everyDays: 7, changeFraction: 0.1, sourceId: source, how: 'poured', changeMinutes: 9 } as const;
    expect(await fieldOf(entry('routine', tank, { ...routine, ceilings: { no3MgPerL: 1e12 } }))).toContain(
      'entries.0.payload.ceilings',
    );
  });
});

describe('a forecast that takes too long', () => {
  it(
    'is given up for its tank, which says so; in time it is there',
    async () => {
      const tankId = await tested('Slow');
      const tanks = await readTanks(house.db, { atEpochMs: Date.parse(at(0)), tankId });
      const hurried = new Prospects(house.db, { timeLimitMs: 1 });
      const patient = new Prospects(house.db);
      try {
        const given = await hurried.of(tanks, Date.parse(at(0)));
        expect([...given.values()].map((p) => p.failed)).toEqual(tanks.map(() => true));
        const whole = await patient.of(tanks, Date.parse(at(0)));
        expect([...whole.values()].some((p) => p.failed)).toBeFalse();
        const [first] = tanks;
        const said = judgementContributions({ tanks, prospects: given, nowEpochMs: Date.parse(at(0)) });
        expect(said.get(first?.tankId ?? '')?.[0]?.reason).toEqual({
          id: 'not-worked-out',
          facts: { what: 'forecast' },
        });
      } finally {
        await hurried.close();
        await patient.close();
      }
    },
    minuteMs,
  );
});

describe('a contributor that fails', () => {
  const tanks = ['bad', 'good', 'other'].map((tankId) => ({ tankId }) as Tank);
  const told = async (hurt: (tankId: string) => void): Promise<Record<string, string[]>> => {
    const map = await contributed(
      ({ tanks: asked }) =>
        new Map(
          asked.map(({ tankId }) => {
            hurt(tankId);
            return [tankId, [{ ...notWorkedOut(tankId, 'forecast'), id: 'its own' }]];
          }),
        ),
      { tanks, prospects: new Map(), nowEpochMs: 0 },
    );
    return Object.fromEntries([...map].map(([tankId, said]) => [tankId, said.map((c) => c.id)]));
  };
  it('for one tank: that one says so, the others are told as ever', async () => {
    expect(
      await told((tankId) => {
        if (tankId === 'bad') throw new Error('odd');
      }),
    ).toEqual({ bad: ['not-worked-out:advice'], good: ['its own'], other: ['its own'] });
  });
  it('for every tank is our own mistake, and is not hidden', async () => {
    await expectAsync(
      told(() => {
        throw new Error('all');
      }),
    ).toBeRejectedWithError('all');
  });
  it('because the database is gone says so, and calls no tank odd', async () => {
    await expectAsync(
      told((tankId) => {
        if (tankId === 'bad') throw Object.assign(new Error('gone'), { code: '57P01' });
      }),
    ).toBeRejectedWithError('gone');
  });
});
