import { sql } from 'drizzle-orm';
import pg from 'pg';
import type { BookPage } from '#contracts/book';
import { id, noteEntry, openTestHouse, tankEntry, type TestHouse } from '../app/harness.cases';
import { failedForNow, lostConnection } from './db';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

/** Ends every connection to this house's database, whatever it is doing. */
async function cutOff(): Promise<number> {
  const [{ name }] = (await house.db.execute<{ name: string }>(sql`select current_database() as name`)).rows as [
    { name: string },
  ];
  const admin = new pg.Client({ connectionString: process.env['NIGHT_LEDGER_TEST_ADMIN_DATABASE'] });
  await admin.connect();
  const { rowCount } = await admin.query(
    'select pg_terminate_backend(pid) from pg_stat_activity where datname = $1 and pid <> pg_backend_pid()',
    [name],
  );
  await admin.end();
  return rowCount ?? 0;
}

describe('a database that goes away', () => {
  it('under eight writers and readers: 503 with a time to try again, nothing acknowledged is lost, the next is served', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    const acknowledged: string[] = [];
    const seen = new Map<number, number>();
    let cuts = 0;
    let busy = true;
    const writer = async (): Promise<void> => {
      while (busy) {
        const note = noteEntry(tank, 'while the database goes');
        const response = await fetch(`${house.url}/api/entries`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ entries: [note] }),
        });
        seen.set(response.status, (seen.get(response.status) ?? 0) + 1);
        const body = (await response.json()) as { title?: string };
        if (response.status === 201) acknowledged.push(note.id);
        else {
          expect(response.headers.get('retry-after')).toBe('2');
          expect(response.headers.get('content-type')).toContain('application/problem+json');
          expect(body.title).toContain('The database does not answer just now');
        }
      }
    };
    const reader = async (): Promise<void> => {
      while (busy) {
        const { status } = await house.get('/api/tonight');
        seen.set(status, (seen.get(status) ?? 0) + 1);
      }
    };
    const all = [...Array.from({ length: 6 }, writer), reader(), reader()];
    for (let i = 0; i < 10; i++) {
      await new Promise((resolve) => setTimeout(resolve, 60));
      cuts += await cutOff();
    }
    busy = false;
    await Promise.all(all);
    expect(cuts).toBeGreaterThan(10);
    expect([...seen.keys()].filter((status) => ![200, 201, 503].includes(status))).toEqual([]);
    expect(seen.get(503)).toBeGreaterThan(0);
    expect((await house.write(noteEntry(tank, 'and back'))).status).toBe(201);
    const kept = new Set<string>();
    for (let more = ''; ;) {
      const { body } = await house.get<BookPage>(`/api/entries?subject=${tank}&limit=500${more}`);
      for (const entry of body.entries) kept.add(entry.id);
      if (!body.olderThan) break;
      const [at, sequence] = body.olderThan.split('/');
      more = `&before=${at ?? ''}&beforeSequence=${sequence ?? ''}`;
    }
    expect(acknowledged.filter((entryId) => !kept.has(entryId))).toEqual([]);
    expect(acknowledged.length).toBeGreaterThan(0);
  });
});

describe('a database that cannot do it now', () => {
  const note = (tank: string, text: string) => noteEntry(tank, text);
  it('a full disk and a statement past its time: 503 with a time to try again, and the same is taken afterwards', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    for (const code of ['53100', '57014', '55P03', '58030']) {
      // As the database says it; raised where the entry would be kept.
      await house.db.execute(
        sql.raw(`create function no_room() returns trigger language plpgsql as
        $$ begin raise exception 'not now' using errcode = '${code}'; end $$`),
      );
      await house.db.execute(sql`create trigger no_room before insert on entries execute function no_room()`);
      const sent = note(tank, `kept although ${code}`);
      const answer = await fetch(`${house.url}/api/entries`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ entries: [sent] }),
      });
      expect([answer.status, answer.headers.get('retry-after')])
        .withContext(code)
        .toEqual([503, '2']);
      await house.db.execute(sql`drop trigger no_room on entries`);
      await house.db.execute(sql`drop function no_room`);
      expect((await house.write(sent)).status).toBe(201);
    }
  });
  it('is known by its class and code, not what it refuses', () => {
    const coded = (code: string): Error => new Error('Failed', { cause: Object.assign(new Error('x'), { code }) });
    for (const code of ['53100', '53200', '57014', 'ENOSPC'])
      expect(failedForNow(coded(code)))
        .withContext(code)
        .toBeTrue();
    for (const code of ['23505', '22P02', '5310', '42P01'])
      expect(failedForNow(coded(code)))
        .withContext(code)
        .toBeFalse();
  });
});

describe('a lost connection', () => {
  it('is known by its code, by its class, by its words, however deep it is wrapped', () => {
    const coded = (code: string): Error => Object.assign(new Error('x'), { code });
    for (const code of ['ECONNREFUSED', 'ECONNRESET', '57P01', '57P03', '08006', '53300'])
      expect(lostConnection(coded(code)))
        .withContext(code)
        .toBeTrue();
    expect(
      lostConnection(new Error('Failed query', { cause: new Error('Connection terminated unexpectedly') })),
    ).toBeTrue();
    expect(lostConnection(new AggregateError([coded('ECONNREFUSED')]))).toBeTrue();
  });
  it('is not what the database refuses, nor our own mistake', () => {
    const coded = (code: string): Error => Object.assign(new Error('x'), { code });
    for (const code of ['23505', '22P02', '40P01', '0800'])
      expect(lostConnection(coded(code)))
        .withContext(code)
        .toBeFalse();
    expect(lostConnection(new TypeError('x is not a function'))).toBeFalse();
    expect(lostConnection(null)).toBeFalse();
  });
});
