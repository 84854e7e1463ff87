import { sql } from 'drizzle-orm';
import fc from 'fast-check';
import type { BookPage, NewEntry } from '#contracts/book';
import {
  at,
  changeEntry,
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
import { kinds } from '../app/kinds';
import { rebuildAll } from './projection';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

async function newTank(): Promise<{ tank: string; source: string }> {
  const [tank, source] = [id(), id()];
  await house.write(tankEntry(tank), sourceEntry(source));
  return { tank, source };
}
const derived = async (): Promise<string> => {
  const tables = ['subjects', 'tank_setups', 'source_setups', 'readings', 'changes', 'strikes'];
  const rows = await Promise.all(
    tables.map((t) => house.db.execute(sql.raw(`select to_jsonb(x) as row from ${t} x order by to_jsonb(x)::text`))),
  );
  return JSON.stringify(rows.map((r) => r.rows));
};

describe('POST /api/entries', () => {
  it('writes a batch of eight readings and a note, and reads it back printed', async () => {
    const { tank } = await newTank();
    const written = await house.write(
      readingsEntry(tank, { ph: [6.35, 6.45], no3MgPerL: [null, 5] }),
      noteEntry(tank, 'two moults'),
    );
    expect(written.status).toBe(201);
    const page = await house.get<BookPage>(`/api/entries?subject=${tank}`);
    expect(page.body.entries.map((e) => e.line)).toEqual([
      'two moults',
      'tested: pH 6.35–6.45, NO₃ <5',
      jasmine.stringContaining('set up: 100.0 L net'),
    ]);
  });
  it('acknowledges the same id and content again, and writes it once', async () => {
    const { tank } = await newTank();
    const entry = lookedEntry(tank);
    const [first, again] = [await house.write(entry), await house.write(entry)];
    expect([first.body.entries[0]?.repeated, again.body.entries[0]?.repeated]).toEqual([false, true]);
    expect(again.body.entries[0]?.sequence).toBe(first.body.entries[0]?.sequence ?? -1);
  });
  it('key order does not make other content; other content under the same id is a conflict and writes nothing', async () => {
    const { tank } = await newTank();
    const entry = noteEntry(tank, 'first') as Extract<NewEntry, { kind: 'note' }>;
    await house.write(entry);
    const reordered = await house.send({ entries: [Object.fromEntries(Object.entries(entry).reverse())] });
    expect(reordered.status).toBe(201);
    const other = await house.write({ ...entry, payload: { text: 'second' } }, lookedEntry(tank));
    expect([other.status, other.type]).toEqual([409, 'application/problem+json; charset=utf-8']);
    expect((await house.get<BookPage>(`/api/entries?subject=${tank}`)).body.entries.map((e) => e.kind)).toEqual([
      'note',
      'set-up',
    ]);
  });
  it('eight writers at once: every entry is there, once, and sequences are distinct', async () => {
    const { tank } = await newTank();
    const answers = await Promise.all(
      Array.from({ length: 40 }, (_, i) => house.write(readingsEntry(tank, { ph: [6, 6.5] }, at(1, i)))),
    );
    expect(answers.every((a) => a.status === 201)).toBeTrue();
    expect(new Set(answers.map((a) => a.body.entries[0]?.sequence)).size).toBe(40);
  });
  it('the book itself can be neither changed, erased nor emptied', async () => {
    for (const statement of ["update entries set kind = 'note'", 'delete from entries', 'truncate entries'])
      await expectAsync(house.db.execute(sql.raw(statement)))
        .withContext(statement)
        .toBeRejected();
    const role = await house.db.execute<{ rolsuper: boolean; rolcreatedb: boolean }>(
      sql`select rolsuper, rolcreatedb from pg_roles where rolname = current_user`,
    );
    expect(role.rows[0]).toEqual({ rolsuper: false, rolcreatedb: false });
  });
});

describe('bad input is a clear error beside its field, and nothing is half-written', () => {
  const faultOf = async (entry: unknown): Promise<{ status: number; field: string; message: string }> => {
    const { status, body } = await house.send<{
      title: string;
      errors?: { field: string; message: string; mend?: string }[];
    }>({ entries: [entry] });
    return {
      status,
      field: body.errors?.[0]?.field ?? '',
      message: `${body.errors?.[0]?.message ?? body.title} ${body.errors?.[0]?.mend ?? ''}`,
    };
  };
  it('pH 74 names its likely mend', async () => {
    const { tank } = await newTank();
    expect(await faultOf(readingsEntry(tank, { ph: [74, 74] }))).toEqual({
      status: 400,
      field: 'entries.0.payload.values.0.lo',
      message: 'pH can only be 0 to 14 7.4',
    });
  });
  it('an unlikely 64 °C is asked about, and kept when insisted', async () => {
    const { tank } = await newTank();
    const entry = readingsEntry(tank, { tempC: [64, 64] });
    expect((await faultOf(entry)).field).toBe('entries.0.payload.values.0.insisted');
    entry.payload.values[0] = { ...entry.payload.values[0]!, insisted: true };
    expect((await house.write(entry)).status).toBe(201);
  });
  it('300 % of a tank, negative litres, 1e999 litres', async () => {
    const { tank, source } = await newTank();
    expect((await faultOf(changeEntry(tank, source, 300))).message).toContain('300 %');
    expect((await faultOf(changeEntry(tank, source, -5))).field).toBe('entries.0.payload.entered.changeL');
    const raw = JSON.stringify({ entries: [changeEntry(tank, source, 5)] }).replace('"changeL":5', '"changeL":1e999');
    expect((await house.send(raw)).status).toBe(400);
  });
  it('a date in the future, a date before the tank existed, an unknown tank, an unknown source', async () => {
    const { tank, source } = await newTank();
    expect((await faultOf(lookedEntry(tank, at(-1)))).message).toContain('future');
    expect((await faultOf(lookedEntry(tank, '2025-01-01T20:00:00.000Z'))).message).toContain('before');
    expect((await faultOf(lookedEntry(tank, at(0, 4)))).status).toBe(201);
    expect((await faultOf(lookedEntry(tank, at(0, 5)))).status)
      .withContext('clocks differ by five minutes')
      .toBe(201);
    expect((await faultOf(lookedEntry(tank, at(0, 6)))).message).toContain('future');
    expect((await faultOf(lookedEntry(id()))).status).toBe(404);
    expect((await faultOf(changeEntry(tank, tank, 5))).field).toBe('entries.0.payload.sourceId');
    expect((await faultOf(lookedEntry(source))).field).toBe('entries.0.subjectId');
  });
  it('unknown keys, unknown units of nothing, crossed ends, one parameter twice, an unknown kind', async () => {
    const { tank } = await newTank();
    expect((await faultOf({ ...lookedEntry(tank), colour: 'red' })).status).toBe(400);
    expect((await faultOf(readingsEntry(tank, { ph: [7, 6] }))).message).toContain('above');
    expect((await faultOf(readingsEntry(tank, { luck: [1, 2] }))).status).toBe(400);
    expect((await faultOf({ ...lookedEntry(tank), kind: 'dance' })).status).toBe(400);
    const twice = readingsEntry(tank, { ph: [6, 7] });
    twice.payload.values.push(twice.payload.values[0]!);
    expect((await faultOf(twice)).message).toContain('twice');
  });
  it('U+0000 and half a surrogate pair; script in a note is only text', async () => {
    const { tank } = await newTank();
    expect((await faultOf(noteEntry(tank, 'a\u0000b'))).field).toBe('entries.0.payload.text');
    expect((await faultOf(noteEntry(tank, 'a\ud800b'))).status).toBe(400);
    expect((await house.write(noteEntry(tank, '<script>alert(1)</script>'))).status).toBe(201);
    expect((await house.get<BookPage>(`/api/entries?subject=${tank}`)).body.entries[0]?.line).toBe(
      '<script>alert(1)</script>',
    );
  });
  it('broken JSON, 5 MB of body, a form, another origin, another host', async () => {
    expect((await house.send('{"entries": [')).status).toBe(400);
    expect((await house.send({ entries: [], more: 'x'.repeat(5e6) })).status).toBe(413);
    expect(
      (await house.send('a=b', '/api/entries', { headers: { 'Content-Type': 'application/x-www-form-urlencoded' } }))
        .status,
    ).toBe(415);
    expect(
      (
        await house.send({ entries: [] }, '/api/entries', {
          headers: { 'Content-Type': 'application/json', Origin: 'http://elsewhere.example' },
        })
      ).status,
    ).toBe(403);
    const { get } = await import('node:http');
    const status = await new Promise((resolve) =>
      get({ host: '127.0.0.1', port: house.port, path: '/api/house', headers: { host: 'rebound.example' } }, (r) => {
        resolve(r.statusCode);
      }),
    );
    expect(status).toBe(421);
  });
  it('one bad entry of a batch keeps the good ones out too', async () => {
    const { tank } = await newTank();
    expect((await house.write(noteEntry(tank, 'good'), readingsEntry(tank, { ph: [74, 74] }))).status).toBe(400);
    expect((await house.get<BookPage>(`/api/entries?subject=${tank}`)).body.entries.length).toBe(1);
  });
  it('a failure of our own shows an id and nothing of itself', async () => {
    const { body, status } = await house.get<{ incidentId?: string; title: string; detail?: string }>(
      '/api/tanks/00000000-0000-7000-8000-000000000000/folio?days=1',
    );
    expect([status, body.detail]).toEqual([404, undefined]);
  });
});

describe('strikes', () => {
  it('strike a whole entry or one reading of it; it stays readable, with its reason', async () => {
    const { tank } = await newTank();
    const entry = readingsEntry(tank, { ph: [6, 6.5], ghDegrees: [5.5, 6.5] });
    await house.write(entry);
    expect((await house.write(strikeEntry(tank, entry.id, 'ph'))).status).toBe(201);
    const page = await house.get<BookPage>(`/api/entries?subject=${tank}`);
    const struck = page.body.entries.find((e) => e.id === entry.id);
    expect(struck?.struck).toEqual(
      jasmine.objectContaining({ parameters: ['ph'], reason: 'written to the wrong tank' }),
    );
    const left = await house.db.execute<{ parameter: string }>(
      sql`select parameter from readings where entry_id = ${entry.id} and not struck`,
    );
    expect(left.rows.map((r) => r.parameter)).toEqual(['ghDegrees']);
  });
  it('refuse a second strike, a strike of a strike, of a set-up, and of another tank’s entry', async () => {
    const [{ tank }, other] = [await newTank(), await newTank()];
    const entry = lookedEntry(tank);
    const strike = strikeEntry(tank, entry.id);
    await house.write(entry);
    await house.write(strike);
    expect((await house.write(strikeEntry(tank, entry.id))).status).toBe(422);
    expect((await house.write(strikeEntry(tank, strike.id))).status).toBe(422);
    expect((await house.write(strikeEntry(other.tank, entry.id))).status).toBe(404);
  });
  it('an amendment is strike and new in one request', async () => {
    const { tank, source } = await newTank();
    const wrong = changeEntry(tank, source, 50);
    await house.write(wrong);
    expect((await house.write(strikeEntry(tank, wrong.id), changeEntry(tank, source, 15))).status).toBe(201);
    const rows = await house.db.execute<{ change_fraction: number }>(
      sql`select change_fraction from changes where subject_id = ${tank} and not struck`,
    );
    expect(rows.rows.map((r) => r.change_fraction)).toEqual([0.15]);
  });
});

describe('what is derived', () => {
  it('a change is a fraction of the net volume in force then, also when the set-up is written late', async () => {
    const { tank, source } = await newTank();
    const change = changeEntry(tank, source, 20, at(10));
    await house.write(change);
    await house.write(tankEntry(tank, { measuredFillL: 80 }, at(5)));
    const fraction = async (): Promise<number | undefined> =>
      (
        await house.db.execute<{ change_fraction: number }>(
          sql`select change_fraction from changes where entry_id = ${change.id}`,
        )
      ).rows[0]?.change_fraction;
    expect(await fraction()).toBe(0.2);
    await house.write(tankEntry(tank, { measuredFillL: 50 }, at(20)));
    expect(await fraction()).toBe(0.4);
  });
  it('is the same whether written step by step, in any order, or rebuilt from the book', async () => {
    const { tank, source } = await newTank();
    const written: string[] = [];
    const action = fc.tuple(
      fc.constantFrom('readings', 'change', 'looked', 'note', 'strike', 'set-up'),
      fc.integer({ min: 0, max: 90 }),
      fc.integer({ min: 1, max: 40 }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(action, { minLength: 1, maxLength: 8 }), async (actions) => {
        for (const [kind, daysAgo, size] of actions) {
          const entry = {
            readings: readingsEntry(tank, { ph: [6, 6 + size / 40], no3MgPerL: [null, size] }, at(daysAgo)),
            change: changeEntry(tank, source, size, at(daysAgo)),
            looked: lookedEntry(tank, at(daysAgo)),
            note: noteEntry(tank, `n${size}`, size % 3 === 0 ? 'doubtful' : undefined),
            strike: strikeEntry(tank, written[size % Math.max(1, written.length)] ?? id()),
            'set-up': tankEntry(tank, { measuredFillL: 50 + size }, at(daysAgo)),
          }[kind];
          if ((await house.write(entry)).status === 201 && ['readings', 'change', 'looked'].includes(kind))
            written.push(entry.id);
        }
        const before = await derived();
        await rebuildAll(house.db, kinds);
        return before === (await derived());
      }),
      { numRuns: 12 },
    );
    expect(written.length).toBeGreaterThan(3);
  }, 60_000);
});

describe('the way out', () => {
  it('exports the whole book as JSON that fits its published schema, and as CSV', async () => {
    const { tank } = await newTank();
    await house.write(noteEntry(tank, '=cmd|danger'));
    const book = await house.get<{ format: string; entries: { id: string; payloadHash: string }[] }>(
      '/api/book/export.json',
    );
    expect(book.body.format).toBe('night-ledger-book');
    expect(book.body.entries.every((e) => /^[0-9a-f]{64}$/.test(e.payloadHash))).toBeTrue();
    expect((await house.get<{ properties: object }>('/api/book/schema.json')).body.properties).toEqual(
      jasmine.objectContaining({ entries: jasmine.anything() }),
    );
    const csv = await (await fetch(`${house.url}/api/book/export.csv`)).text();
    expect(csv.split('\r\n').length).toBe(book.body.entries.length + 2);
    expect(csv).toContain("'=cmd|danger");
  });
  it('pages through the book without losing or doubling an entry', async () => {
    const { tank } = await newTank();
    for (let i = 0; i < 7; i++) await house.write(lookedEntry(tank, at(3)));
    const seen: string[] = [];
    for (let query = '', more = true; more;) {
      const { body } = await house.get<BookPage>(`/api/entries?subject=${tank}&limit=3${query}`);
      seen.push(...body.entries.map((e) => e.id));
      const [before = '', sequence = ''] = body.olderThan?.split('/') ?? [];
      query = `&before=${before}&beforeSequence=${sequence}`;
      more = body.olderThan !== null;
    }
    expect([seen.length, new Set(seen).size]).toEqual([8, 8]);
  });
});
