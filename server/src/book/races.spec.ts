import { sql } from 'drizzle-orm';
import type { Preferences } from '#contracts/tonight';
import {
  at,
  changeEntry,
  entry,
  id,
  lookedEntry,
  noteEntry,
  openTestHouse,
  readingsEntry,
  sourceEntry,
  strikeEntry,
  tankEntry,
  type TestHouse,
} from '../app/harness.cases';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

describe('several at once', () => {
  it('one name for six tanks: one of them has it, the others are told beside the field', async () => {
    for (let round = 0; round < 5; round++) {
      const name = `Twin ${round}`;
      const answers = await Promise.all(
        Array.from({ length: 6 }, (_, i) => house.write(tankEntry(id(), { name: i % 2 ? name : name.toUpperCase() }))),
      );
      expect(answers.map((a) => a.status).sort()).toEqual([201, 400, 400, 400, 400, 400]);
      expect(answers.find((a) => a.status === 400)?.body.errors?.[0]?.field).toBe('entries.0.payload.name');
    }
  });
  it('one batch poured into two tanks: together never more than was made', async () => {
    const [ro, soft] = [id(), id()];
    await house.write(sourceEntry(ro), sourceEntry(soft));
    for (let round = 0; round < 5; round++) {
      const batch = entry(
        'batch',
        soft,
        {
          madeL: 15,
          parts: [{ sourceId: ro, partL: 15 }],
          salts: [],
          minerals: [],
          aims: [{ parameter: 'ec25UsPerCm', value: 215, toleranceValue: 15 }],
          leadHours: 0,
          stirred: false,
        },
        at(0, -300),
      );
      await house.write(batch);
      await house.write(
        entry(
          'batch-step',
          soft,
          { step: 'measured', batchId: batch.id, water: { ec25UsPerCm: { lo: 215, hi: 215 } } },
          at(0, -200),
        ),
      );
      const tanks = [id(), id(), id()];
      for (const tank of tanks) await house.write(tankEntry(tank));
      const answers = await Promise.all(
        tanks.map((tank) => {
          const change = changeEntry(tank, soft, 10, at(0, -10));
          return house.write({ ...change, payload: { ...change.payload, batchId: batch.id } });
        }),
      );
      expect(answers.map((a) => a.status).sort())
        .withContext(JSON.stringify(answers))
        .toEqual([201, 400, 400]);
    }
  });
  it('two strikes of one entry in one batch: neither; of two parts of it: both', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    const looked = lookedEntry(tank);
    const readings = readingsEntry(tank, { ph: [7, 7], no3MgPerL: [10, 10] });
    await house.write(looked, readings);
    expect((await house.write(strikeEntry(tank, looked.id), strikeEntry(tank, looked.id))).status).toBe(422);
    const part = strikeEntry(tank, readings.id, 'ph');
    expect((await house.write(part, strikeEntry(tank, readings.id, 'ph'))).status).toBe(422);
    expect((await house.write(part, strikeEntry(tank, readings.id, 'no3MgPerL' as 'ph'))).status).toBe(201);
    const { rows } = await house.db.execute(sql`select 1 from strikes where struck_entry_id = ${looked.id}`);
    expect(rows.length).toBe(0);
  });
  it('four changes of preferences: none is lost', async () => {
    for (let round = 0; round < 10; round++) {
      const wanted: Preferences[] = [
        { lamp: round % 2 ? 'lit' : 'out' },
        { shortcuts: round % 2 === 0 },
        { dateForm: round % 2 ? 'day-month' : 'month-day' },
        { density: round % 2 ? 'close' : 'roomy' },
      ];
      await Promise.all(wanted.map((w) => house.send(w, '/api/preferences', { method: 'PUT' })));
      const { body } = await house.get<{ preferences: Preferences }>('/api/house');
      expect(body.preferences).toEqual(Object.assign({}, ...wanted) as Preferences);
    }
  });
  it('batches over the same two tanks in either order: all are written, none is ended by the other', async () => {
    const [one, two] = [id(), id()];
    await house.write(tankEntry(one), tankEntry(two));
    const answers = await Promise.all(
      Array.from({ length: 60 }, (_, i) =>
        house.write(
          ...(i % 2 ? [noteEntry(one, 'a'), noteEntry(two, 'b')] : [noteEntry(two, 'c'), noteEntry(one, 'd')]),
        ),
      ),
    );
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set([201]));
  });
  it('two houses of names in either order wait for each other: the database ends one, and it is done again', async () => {
    for (let round = 0; round < 4; round++) {
      const [a, b] = [`Left ${round}`, `Right ${round}`];
      const answers = await Promise.all([
        house.write(tankEntry(id(), { name: a }), tankEntry(id(), { name: b })),
        house.write(tankEntry(id(), { name: b }), tankEntry(id(), { name: a })),
      ]);
      expect(answers.map((x) => x.status).sort()).toEqual([201, 400]);
    }
  });
});
