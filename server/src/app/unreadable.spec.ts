import { brotliCompressSync, deflateSync, gzipSync } from 'node:zlib';
import type { ImportReport } from '#contracts/book';
import type { Problem } from '#contracts/shapes';
import { entryHash } from '../book';
import { at, entry, id, openTestHouse, readingsEntry, sourceEntry, tankEntry, type TestHouse } from './harness.cases';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

const places: [method: string, path: string, type: string][] = [
  ['POST', '/api/entries', 'application/json'],
  ['PUT', '/api/preferences', 'application/json'],
  ['PUT', '/api/house', 'application/json'],
  ['POST', '/api/houses/own', 'application/json'],
  ['POST', '/api/book/import', 'application/json'],
  ['POST', '/api/photos', 'image/png'],
];
const foldings = { gzip: gzipSync, deflate: deflateSync, br: brotliCompressSync };

describe('what cannot be read is refused, and says where', () => {
  for (const [method, path, type] of places)
    it(`compressed bytes that are broken or cut short: ${method} ${path}`, async () => {
      for (const [encoding, fold] of Object.entries(foldings)) {
        const whole = fold(Buffer.from(JSON.stringify({ entries: [] })));
        for (const body of [Buffer.from('not compressed at all'), whole.subarray(0, whole.length - 5)]) {
          const answer = await house.send<Problem>('', path, {
            method,
            body,
            headers: { 'Content-Type': type, 'Content-Encoding': encoding },
          });
          expect([answer.status, answer.body.errors?.[0]?.field])
            .withContext(`${encoding}, ${body.length} bytes`)
            .toEqual([400, 'body']);
        }
      }
      const odd = await house.send<Problem>('', path, {
        method,
        body: '{}',
        headers: { 'Content-Type': type, 'Content-Encoding': 'x-odd' },
      });
      expect([odd.status, odd.body.errors?.[0]?.field]).toEqual([415, 'content-encoding']);
    });
  it('U+0000 and half a pair in a question', async () => {
    for (const [where, field] of [
      ['/api/entries?kind=%00', 'kind'],
      ['/api/entries?kind=note%00', 'kind'],
      ['/api/entries?animal=%00', 'animal'],
      ['/api/entries?words=%00', 'words'],
      ['/api/entries?kind=dance', 'kind'],
      ['/api/diary?kinds=%00', 'kinds'],
    ] as const) {
      const { status, body } = await house.get<Problem>(where);
      expect([status, body.errors?.[0]?.field]).withContext(where).toEqual([400, field]);
    }
    expect((await house.get('/api/entries?kind=note,readings')).status).toBe(200);
    expect((await house.get('/api/entries?kind=')).status).toBe(200);
  });
  it('the head of a stream ends; an address that is none, no JSON and another site name what is wrong', async () => {
    const head = await fetch(`${house.url}/api/readings/live`, { method: 'HEAD', signal: AbortSignal.timeout(5000) });
    expect(head.status).toBe(200);
    const refused = async (path: string, init: RequestInit): Promise<[number, string | undefined]> => {
      const answer = await fetch(house.url + path, init);
      return [answer.status, ((await answer.json()) as Problem).errors?.[0]?.field];
    };
    const json = { 'Content-Type': 'application/json' };
    expect(await refused('/api/nowhere', {})).toEqual([404, 'path']);
    expect(await refused('/api/entries', { method: 'POST', headers: json, body: '{' })).toEqual([400, 'body']);
    expect(await refused('/api/entries', { method: 'POST', body: '{}' })).toEqual([415, 'content-type']);
    expect(
      await refused('/api/entries', {
        method: 'POST',
        headers: { ...json, Origin: 'http://evil.example' },
        body: '{}',
      }),
    ).toEqual([403, 'origin']);
    expect(await refused(`/api/tanks/${id()}/folio`, {})).toEqual([404, 'tankId']);
  });
});

describe('a book that comes in names the row of what it cannot take', () => {
  const row = (of: ReturnType<typeof tankEntry> | ReturnType<typeof readingsEntry>, over: object = {}) => ({
    ...of,
    sequence: 1_000_000 + Math.floor(Math.random() * 1e6),
    zone: 'UTC',
    nightOn: '2026-03-12',
    writtenAt: at(1),
    by: 'keeper',
    payloadHash: entryHash(of),
    ...over,
  });
  const takeIn = (...entries: object[]) =>
    house.send<ImportReport & Problem>(
      { format: 'night-ledger-book', version: 1, exportedAt: at(0), house: 'Elsewhere', entries },
      '/api/book/import?dryRun=no&oldFaults=keep',
    );
  const faultsOf = async (...entries: object[]): Promise<[number, string]> => {
    const { status, body } = await takeIn(...entries);
    return status === 200
      ? [body.faults[0]?.rowIndex ?? 0, body.faults[0]?.message ?? '']
      : [status, `${body.errors?.[0]?.field ?? ''} ${body.errors?.[0]?.message ?? ''}`];
  };

  it('crossed ends, nothing said, one parameter twice: whatever is kept openly, these are not', async () => {
    const tank = id();
    await house.write(tankEntry(tank), sourceEntry(id()));
    expect(await faultsOf(row(readingsEntry(tank, { ph: [7, 7] })), row(readingsEntry(tank, { ph: [8, 7] })))).toEqual([
      2,
      'values.0.lo: lies above the high end 7',
    ]);
    expect((await faultsOf(row(readingsEntry(tank, { ph: [null, null] }))))[1]).toContain('both ends are open');
    const twice = readingsEntry(tank, { ph: [7, 7] });
    twice.payload.values.push(...twice.payload.values);
    expect(await faultsOf(row(twice))).toEqual([
      1,
      'values.0.parameter: ph stands twice in this set'.replace('0', '1'),
    ]);
  });
  it('a tank whose size cannot be, with a change of its water', async () => {
    const flat = tankEntry(id(), { measuredFillL: undefined as never });
    const [at1, said] = await faultsOf(row(flat));
    expect(at1).toBe(1);
    expect(said).toContain('geometry');
  });
  it('what no text can hold, in zone and name; a number that stands twice; a time in another writing is read', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    const reading = readingsEntry(tank, { ph: [7, 7] });
    for (const over of [{ zone: 'U\u0000C' }, { by: 'half \ud800' }, { by: 'x'.repeat(61) }])
      expect((await faultsOf(row(reading, over)))[0]).toBe(400);
    expect((await faultsOf(row(reading, { zone: '\u0000' })))[1]).toContain('entries.0.zone');
    for (const sequence of [0, 1.5, -3]) expect((await faultsOf(row(reading, { sequence })))[0]).toBe(400);
    const empty = await openTestHouse();
    const [one, other] = [row(tankEntry(id()), { sequence: 7 }), row(tankEntry(id()), { sequence: 7 })];
    const book = {
      format: 'night-ledger-book',
      version: 1,
      exportedAt: at(0),
      house: 'Elsewhere',
      entries: [one, other],
    };
    const { body: twice } = await empty.send<ImportReport>(book, '/api/book/import?dryRun=no&oldFaults=keep');
    expect([twice.written, twice.faults[0]?.rowIndex]).toEqual([false, 2]);
    await empty.close();
    // Taken by the one parser of times, and no day to the language's own.
    const odd = { ...entry('note', tank, { text: 'in another writing' }), happenedAt: '2026-03-10T10:00:00 +05:00' };
    const { body } = await takeIn(row(odd as never, { writtenAt: '2026-03-10T10:00:00 +05:00' }));
    expect([body.written, body.faultCount]).toEqual([true, 0]);
  });
});
