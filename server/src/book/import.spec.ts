import { gzipSync } from 'node:zlib';
import type { BookPage, ImportReport, NewEntry } from '#contracts/book';
import type { Bench } from '#contracts/readings';
import type { Folio } from '#contracts/tanks';
import type { Tonight } from '#contracts/tonight';
import {
  at,
  changeEntry,
  id,
  noteEntry,
  openTestHouse,
  readingsEntry,
  sourceEntry,
  strikeEntry,
  tankEntry,
  type TestHouse,
} from '../app/harness.cases';
import { searchQuery } from './book-repo';
import { entryHash } from './canonical';
import { jsonFault } from './upload-limits';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());
interface Exported {
  format: string;
  version: number;
  exportedAt: string;
  house: string;
  entries: {
    id: string;
    sequence: number;
    kind: string;
    subjectId: string;
    payload: Record<string, unknown>;
    payloadHash: string;
    happenedAt: string;
  }[];
}
async function tankWithHistory(): Promise<{ tank: string; source: string }> {
  const [tank, source] = [id(), id()];
  await house.write(tankEntry(tank), sourceEntry(source));
  await house.write(noteEntry(tank, 'the quillwort melted behind the sponge'), readingsEntry(tank, { ph: [6.9, 7.1] }));
  return { tank, source };
}
const exportOf = async (subjects: readonly string[]): Promise<Exported> => {
  const whole = (await house.get<Exported>('/api/book/export.json')).body;
  return { ...whole, entries: whole.entries.filter((e) => subjects.includes(e.subjectId)) };
};

describe('GET /api/entries, searched', () => {
  it('finds the start of a word in a note, a parameter by its name, and needs all words', async () => {
    const { tank } = await tankWithHistory();
    const lines = async (query: string): Promise<string[]> =>
      (await house.get<BookPage>(`/api/entries?subject=${tank}&${query}`)).body.entries.map((e) => e.kind);
    expect(await lines('words=quillw')).toEqual(['note']);
    expect(await lines('words=pH')).toEqual(['readings']);
    expect(await lines('words=quillwort%20sponge')).toEqual(['note']);
    expect(await lines('words=quillwort%20filter')).toEqual([]);
    expect(await lines('kind=readings')).toEqual(['readings']);
    expect(await lines('from=2099-01-01')).toEqual([]);
  });
  it('a rare word behind two thousand newer entries, a common one before them, in order and page by page', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    const note = (n: number): NewEntry => ({
      ...noteEntry(tank, n % 1000 === 1 ? `water common rarity${n}` : 'water common'),
      happenedAt: new Date(Date.parse(at(0)) - n * 60_000).toISOString(),
    });
    for (let from = 0; from < 2200; from += 200)
      expect((await house.write(...Array.from({ length: 200 }, (_, i) => note(from + i)))).status).toBe(201);
    const found = async (query: string): Promise<BookPage> =>
      (await house.get<BookPage>(`/api/entries?subject=${tank}&${query}`)).body;
    // The first stands among the newest, the others behind what is looked through first.
    expect((await found('words=rarity')).entries.map((e) => /rarity(\d+)/.exec(e.line)?.[1])).toEqual([
      '1',
      '1001',
      '2001',
    ]);
    expect((await found('words=rarity2001%20water')).entries.length).toBe(1);
    const seen = new Set<string>();
    let page = await found('words=common&limit=500');
    for (let pages = 1; ; pages++) {
      for (const e of page.entries) seen.add(e.id);
      const times = page.entries.map((e) => e.happenedAt);
      expect(times).toEqual([...times].sort().reverse());
      if (!page.olderThan || pages > 6) break;
      const [before = '', sequence = ''] = page.olderThan.split('/');
      page = await found(`words=common&limit=500&before=${before}&beforeSequence=${sequence}`);
    }
    expect(seen.size).toBe(2200);
  }, 60_000);
  it('finds what was struck', async () => {
    const { tank } = await tankWithHistory();
    const page = await house.get<BookPage>(`/api/entries?subject=${tank}&kind=note`);
    await house.write(strikeEntry(tank, page.body.entries[0]?.id ?? ''));
    const struck = await house.get<BookPage>(`/api/entries?subject=${tank}&struck=only`);
    expect(struck.body.entries.map((e) => e.kind)).toEqual(['note']);
  });
  it('takes any text for words: no query language gets through', async () => {
    expect(searchQuery([["lid' | !x:*"], ['(ph'], ['&&']])).toBe("('lidx':*) & ('ph':*)");
    for (const words of ["'", '!!', ':*', '%27%3B--', '(((', '%5C'])
      expect((await house.get(`/api/entries?words=${words}`)).status).toBe(200);
  });
});

describe('POST /api/book/import', () => {
  it('knows its own rows again and writes nothing twice', async () => {
    const { tank, source } = await tankWithHistory();
    const book = await exportOf([tank, source]);
    const { body } = await house.send<ImportReport>(book, '/api/book/import?dryRun=no');
    expect([body.newCount, body.knownCount, body.faultCount]).toEqual([0, book.entries.length, 0]);
  });
  it('names the row that was altered, and writes nothing', async () => {
    const { tank, source } = await tankWithHistory();
    const book = await exportOf([tank, source]);
    const place = book.entries.findIndex((e) => 'text' in e.payload);
    const note = book.entries[place];
    if (note) note.payload['text'] = 'something else';
    const { body } = await house.send<ImportReport>(book, '/api/book/import?dryRun=no');
    expect(body.written).toBe(false);
    expect(body.faults).toEqual([{ rowIndex: place + 1, message: jasmine.stringContaining('altered') }]);
  });
  it('a time is kept in one writing however it was sent, and what is exported comes in again', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    const writings = [
      '2026-03-10T21:40:00Z',
      '2026-03-10T23:10:00+01:30',
      '2026-03-10 21:40:00.0Z',
      '2026-03-10T16:40:00-05',
    ];
    for (const happenedAt of writings)
      expect((await house.write({ ...noteEntry(tank, 'one moment'), happenedAt })).status)
        .withContext(happenedAt)
        .toBe(201);
    const book = await exportOf([tank]);
    expect(book.entries.filter((e) => e.kind === 'note').map((e) => e.happenedAt)).toEqual(
      writings.map(() => '2026-03-10T21:40:00.000Z'),
    );
    const { body } = await house.send<ImportReport>(book, '/api/book/import?dryRun=no');
    expect([body.faults, body.knownCount]).toEqual([[], book.entries.length]);
    // Sent again in yet another writing it is the same entry.
    const again = { ...noteEntry(tank, 'twice'), happenedAt: writings[0] ?? '' };
    await house.write(again);
    const { body: repeated } = await house.write({ ...again, happenedAt: writings[1] ?? '' });
    expect(repeated.entries[0]?.repeated).toBeTrue();
  });
  it('a book from before, whose hashes are of the time as it was sent, comes in; one that was altered does not', async () => {
    const { tank } = await tankWithHistory();
    const book = await exportOf([tank]);
    const note = book.entries.find((e) => e.kind === 'note')!;
    const asSent = note.happenedAt.replace('.000Z', '+00:00');
    const old = { ...note, payloadHash: entryHash({ ...note, happenedAt: asSent } as never) };
    const shifted = new Date(Date.parse(note.happenedAt) + 60_000).toISOString();
    const faultsOf = async (entry: object): Promise<number> =>
      (await house.send<ImportReport>({ ...book, entries: [{ ...entry, id: id() }] }, '/api/book/import')).body
        .faultCount;
    expect(await faultsOf(old)).toBe(0);
    expect(await faultsOf({ ...old, happenedAt: shifted })).toBe(1);
  });
  it('a first book comes in as it was, gaps of its numbers included, and is exported again to the last byte', async () => {
    const { tank, source } = await tankWithHistory();
    const book = await exportOf([tank, source]);
    const gappy = { ...book, entries: book.entries.map((e, i) => ({ ...e, sequence: 10 + 7 * i })) };
    const other = await openTestHouse();
    try {
      const { body } = await other.send<ImportReport>(gappy, '/api/book/import?dryRun=no');
      expect([body.faults, body.newCount]).toEqual([[], gappy.entries.length]);
      const back = (await other.get<Exported>('/api/book/export.json')).body;
      expect(JSON.stringify(back.entries)).toBe(JSON.stringify(gappy.entries));
      // What is written next stands behind it.
      const next = await other.write(noteEntry(tank, 'and on'));
      expect(next.body.entries[0]?.sequence).toBe(10 + 7 * (gappy.entries.length - 1) + 1);
    } finally {
      await other.close();
    }
  });
  it('31 February, the year 0 and half an offset are refused beside their field, as is an hour that is none', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    for (const happenedAt of [
      '2026-02-31T10:00:00Z',
      '0000-01-01T00:00:00Z',
      '2026-03-10T24:00:00Z',
      '2026-03-10T10:00:00+99',
    ])
      expect((await house.write({ ...noteEntry(tank, 'never'), happenedAt })).body.errors?.[0]?.field)
        .withContext(happenedAt)
        .toBe('entries.0.happenedAt');
    expect((await house.write(tankEntry(id(), { startedOn: '2026-02-31' }))).body.errors?.[0]?.field).toBe(
      'entries.0.payload.startedOn',
    );
    for (const query of ['from=2026-02-31', 'before=2026-02-31T10:00:00Z', 'before=2026-03-10T10:00:00%2B99'])
      expect((await house.get(`/api/entries?${query}`)).status)
        .withContext(query)
        .toBe(400);
    expect((await house.get('/api/entries?before=2026-03-10T10:00:00%2B05')).status).toBe(200);
  });
  it('a dry run is the default, and leaves no trace', async () => {
    const { tank, source } = await tankWithHistory();
    const book = await exportOf([tank, source]);
    const fresh = {
      ...book,
      entries: book.entries.filter((e) => e.subjectId === tank).map((e) => ({ ...e, id: id() })),
    };
    const { body } = await house.send<ImportReport>(fresh, '/api/book/import');
    expect([body.dryRun, body.newCount, body.written]).toEqual([true, fresh.entries.length, false]);
    const page = await house.get<BookPage>(`/api/entries?subject=${tank}`);
    expect(page.body.entries.length).toBe(fresh.entries.length);
  });
  it('refuses what is no book, and entries that belong to nothing', async () => {
    expect((await house.send({ entries: 'all' }, '/api/book/import')).status).toBe(400);
    const { tank, source } = await tankWithHistory();
    const book = await exportOf([tank, source]);
    const nowhere = id();
    const orphans = {
      ...book,
      entries: book.entries
        .filter((e) => 'text' in e.payload)
        .map((e) => {
          const moved = { ...e, id: id(), subjectId: nowhere };
          return { ...moved, payloadHash: entryHash(moved as never) };
        }),
    };
    const { body } = await house.send<ImportReport>(orphans, '/api/book/import?dryRun=no');
    expect([body.written, body.faults[0]?.message]).toEqual([false, jasmine.stringContaining('belongs to nothing')]);
  });
  it('100 MB, 100 MB packed into a few kilobytes, and a hundred thousand brackets are refused in plain words', async () => {
    const large = Buffer.alloc(100 * 1024 * 1024, ' ');
    const json = { 'Content-Type': 'application/json' };
    const sent = (body: Buffer, headers: Record<string, string>) =>
      house.send<{ title: string; detail?: string }>('', '/api/book/import', { body: new Uint8Array(body), headers });
    const plain = await sent(large, json);
    expect([plain.status, JSON.stringify(plain.body).includes('MB is the most')]).toEqual([413, true]);
    const packed = gzipSync(large);
    expect(packed.length).toBeLessThan(200_000);
    expect((await sent(packed, { ...json, 'Content-Encoding': 'gzip' })).status).toBe(413);
    expect((await sent(Buffer.from('['.repeat(100_000)), json)).status).toBe(400);
    expect((await sent(Buffer.from(`${'['.repeat(100_000)}${']'.repeat(100_000)}`), json)).status).toBe(400);
    expect((await house.get('/api/house')).status).toBe(200);
  });
  it('a few kilobytes that unfold to ten million lists and values are refused, and the house is asked meanwhile', async () => {
    const bomb = gzipSync(Buffer.from(`{"entries":[${'[],'.repeat(5_000_000)}[]]}`));
    expect(bomb.length).toBeLessThan(200_000);
    const refusal = house.send<{ errors?: { message: string }[] }>('', '/api/book/import', {
      body: new Uint8Array(bomb),
      headers: { 'Content-Type': 'application/json', 'Content-Encoding': 'gzip' },
    });
    expect((await house.get('/api/house')).status).toBe(200);
    const { status, body } = await refusal;
    expect([status, body.errors?.[0]?.message]).toEqual([400, 'holds more than 8 million items']);
  }, 30_000);
});

describe('a book that holds what would be refused today', () => {
  const asNew = (book: Exported, change: (entries: Exported['entries']) => void): Exported => {
    const ids = new Map<string, string>();
    const fresh = (old: string): string => ids.get(old) ?? (ids.set(old, id()), ids.get(old) ?? '');
    const entries = structuredClone(book.entries).map((e) => ({
      ...e,
      id: fresh(e.id),
      subjectId: fresh(e.subjectId),
    }));
    for (const e of entries)
      for (const key of ['sourceId', 'entryId'])
        if (typeof e.payload[key] === 'string') e.payload[key] = fresh(e.payload[key]);
    for (const e of entries)
      if (typeof e.payload['name'] === 'string') e.payload['name'] = `New ${e.subjectId.slice(-9)}`;
    change(entries);
    return { ...book, entries: entries.map((e) => ({ ...e, payloadHash: entryHash(e as never) })) };
  };
  const faultsOf = async (change: (entries: Exported['entries']) => void): Promise<string[]> => {
    const { tank, source } = await tankWithHistory();
    const { body } = await house.send<ImportReport>(
      asNew(await exportOf([tank, source]), change),
      '/api/book/import?dryRun=no',
    );
    expect(body.written).toBe(body.faultCount === 0);
    expect(body.mayKeep).toBe(body.faultCount > 0);
    return body.faults.map((f) => f.message);
  };
  const of = (entries: Exported['entries'], kind: string) => entries.find((e) => e.kind === kind)!;
  it('a sound one comes in', async () => {
    expect(await faultsOf(() => undefined)).toEqual([]);
  });
  it('pH 74, tomorrow, the day before it was set up, and 300 of 100 litres are named, each in its row', async () => {
    const faults = await faultsOf((entries) => {
      const [value] = of(entries, 'readings').payload['values'] as { lo: number; hi: number }[];
      Object.assign(value!, { lo: 74, hi: 74, text: '74' });
      of(entries, 'note').happenedAt = '2026-03-20T10:00:00.000Z';
      const change = structuredClone(of(entries, 'readings'));
      const sourceId = of(entries, 'source').subjectId;
      const payload = { entered: { by: 'litres', changeL: 300 }, sourceId, water: {}, how: 'poured' };
      entries.push({ ...change, id: id(), kind: 'change', kindVersion: 1, payload } as never);
      entries.push({ ...structuredClone(of(entries, 'note')), id: id(), happenedAt: '2020-01-01T00:00:00.000Z' });
    });
    expect(faults.length).toBe(5);
    for (const part of ['pH can only be', 'lies in the future', '300 L is more than', 'lies before'])
      expect(faults.some((f) => f.includes(part)))
        .withContext(part)
        .toBeTrue();
  });
  it('a name that is taken, a strike of a strike and a second strike are named', async () => {
    const faults = await faultsOf((entries) => {
      const note = of(entries, 'note');
      const strike = (entryId: string): string => {
        const made = { ...structuredClone(note), id: id(), kind: 'strike', payload: { entryId, reason: 'slip' } };
        entries.push(made);
        return made.id;
      };
      const first = strike(note.id);
      strike(note.id);
      strike(first);
      const twin = structuredClone(of(entries, 'set-up'));
      entries.push({ ...twin, id: id(), subjectId: id() });
    });
    for (const part of ['struck already', 'strikes a strike', 'is the name of another tank'])
      expect(faults.some((f) => f.includes(part)))
        .withContext(`${part} in ${faults.join('; ')}`)
        .toBeTrue();
  });
  it('is taken in all the same when that is asked for, and what was altered never is', async () => {
    const { tank, source } = await tankWithHistory();
    const book = asNew(await exportOf([tank, source]), (entries) => {
      of(entries, 'note').happenedAt = '2026-03-20T10:00:00.000Z';
    });
    const kept = await house.send<ImportReport>(book, '/api/book/import?dryRun=no&oldFaults=keep');
    expect([kept.body.written, kept.body.faultCount]).toEqual([true, 1]);
    const altered = asNew(await exportOf([tank, source]), () => undefined);
    altered.entries[0]!.payloadHash = '0'.repeat(64);
    const { body } = await house.send<ImportReport>(altered, '/api/book/import?dryRun=no&oldFaults=keep');
    expect([body.written, body.mayKeep]).toEqual([false, false]);
  });
});

describe('what a JSON text may hold', () => {
  const limits = { mostItemsCount: 10, deepestCount: 3 };
  const faultOf = (text: string) => jsonFault(Buffer.from(text), limits);
  it('is told by its brackets and commas outside of texts, before it is unfolded', () => {
    expect(faultOf('{"a":[1,2,[3]]}')).toBeNull();
    expect(faultOf('{"a":[1,2,[[3]]]}')).toBe('is nested more than 3 deep');
    expect(faultOf(`[${'0,'.repeat(9)}0]`)).toBeNull();
    expect(faultOf(`[${'0,'.repeat(10)}0]`)).toContain('million items');
    expect(faultOf(String.raw`["[[[[[[,,,,,,,,,,,,\"[[[[[","\\"]`)).toBeNull();
    expect(faultOf('[[]]'.repeat(2))).toBeNull();
  });
});

describe('what is owned and seen', () => {
  const instrument = (payload: Record<string, unknown>): NewEntry =>
    ({
      id: id(),
      kind: 'instrument',
      kindVersion: 1,
      subjectId: id(),
      happenedAt: at(1),
      payload: {
        name: `Kit ${id()}`,
        type: 'colour-chart',
        parameters: ['no3MgPerL'],
        steps: [0, 5, 10],
        resolutionValue: 5,
        startedOn: '2026-03-01',
        ...payload,
      },
    }) as unknown as NewEntry;
  it('an instrument is kept; colours that do not rise are refused beside their field', async () => {
    expect((await house.write(instrument({}))).status).toBe(201);
    const refused = await house.write(instrument({ steps: [5, 0] }));
    expect(refused.body.errors?.[0]?.field).toContain('steps');
  });
  it('a top-up is kept with its water and printed; more than the tank holds, and no source, are refused', async () => {
    const { tank, source } = await tankWithHistory();
    const topUp = (payload: object): NewEntry =>
      ({
        id: id(),
        kind: 'top-up',
        kindVersion: 1,
        subjectId: tank,
        happenedAt: at(0),
        payload,
      }) as unknown as NewEntry;
    const good = topUp({ topUpL: 1.5, sourceId: source, water: { ec25UsPerCm: 400 } });
    expect((await house.write(good)).status).toBe(201);
    const page = await house.get<BookPage>(`/api/entries?subject=${tank}&kind=top-up`);
    expect(page.body.entries[0]?.line).toMatch(/^topped up 1.5 L, /);
    const faults = async (payload: object): Promise<string[]> =>
      ((await house.write(topUp(payload))).body as { errors?: { field: string }[] }).errors?.map((e) => e.field) ?? [];
    expect(await faults({ topUpL: 5000, sourceId: source })).toEqual(['entries.0.payload.topUpL']);
    expect(await faults({ topUpL: 1, sourceId: tank })).toEqual(['entries.0.payload.sourceId']);
    expect(await faults({ topUpL: -1, sourceId: source })).toEqual(['entries.0.payload.topUpL']);
  });
  it('the bench shows band, last value and what is due; a change of last night waits for its watch', async () => {
    const { tank, source } = await tankWithHistory();
    await house.write({ ...changeEntry(tank, source, 0.2), happenedAt: at(0, -60) });
    const bench = (await house.get<Bench>('/api/readings/bench')).body;
    expect(bench.tanks.find((t) => t.tankId === tank)?.cells.ph?.last?.lo).toBe(6.9);
    const watch = async () =>
      (await house.get<Tonight>('/api/tonight')).body.tanks
        .find((t) => t.tankId === tank)
        ?.contributions.filter((c) => c.reason.id === 'after-change') ?? [];
    const [asked] = await watch();
    const change = (asked?.reason.facts as { changeEntryId: string }).changeEntryId;
    const seen = {
      id: id(),
      kind: 'seen',
      kindVersion: 1,
      subjectId: tank,
      happenedAt: at(0),
      payload: { moults: { lo: 2, hi: 2 }, changeEntryId: change },
    } as NewEntry;
    expect((await house.write(seen)).status).toBe(201);
    expect(await watch()).toEqual([]);
  });
  it('a folio carries the model once there are three readings: level, production, forecast', async () => {
    const { tank } = await tankWithHistory();
    for (const days of [20, 13, 6])
      await house.write({ ...readingsEntry(tank, { no3MgPerL: [30 - days, 32 - days] }), happenedAt: at(days) });
    const { body } = await house.get<Folio>(`/api/tanks/${tank}/folio`);
    const nitrate = body.outlooks.find((o) => o.parameter === 'no3MgPerL');
    expect(nitrate?.productionPerDay.mean).toBeGreaterThan(0.5);
    expect(nitrate?.forecast.length).toBe(29);
  });
});
