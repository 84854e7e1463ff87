import type { BookPage, ImportReport, Kind, PayloadOf, SentEntry } from '#contracts/book';
import type { Diary, StockView } from '#contracts/stock';
import type { Folio } from '#contracts/tanks';
import { entryHash } from '../book';
import { at, entry, id, openTestHouse, refusedBy, tankEntry, type TestHouse } from '../app/harness.cases';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());
const refused = (...entries: SentEntry[]) => refusedBy(house, ...entries);
const taken = async (...entries: SentEntry[]) => {
  expect(await refused(...entries)).toEqual([]);
};
type Started = Extract<PayloadOf<'course'>, { step: 'started' }>;
const day = (days: number): string => at(days).slice(0, 10);
const course = (tank: string, agentId: string, more: Partial<Started> = {}, days = 0, minutes = -10) =>
  entry(
    'course',
    tank,
    {
      step: 'started',
      agentId,
      productName: 'a product',
      label: { packTreatsL: 54, doseDays: [1, 2, 3], changes: [] },
      netVolumeL: 54,
      startOn: day(days),
      ...more,
    },
    at(days, minutes),
  );
const step = <K extends Kind>(kind: K, tank: string, payload: PayloadOf<K>, days = 0, minutes = -5) =>
  entry(kind, tank, payload, at(days, minutes));
const given = (tank: string, courseId: string, doseDay: number, days = 0, minutes = -5) =>
  step('course', tank, { step: 'given', courseId, day: doseDay }, days, minutes);
const lives = (tank: string, kindId: string, days = 30, event: 'arrived' | 'moved-in' = 'arrived') =>
  step('stock', tank, { event, kindId, strain: '', count: { lo: 8, hi: 8 } }, days);
/** A tank of eight of a kind. */
const tankOf = async (kindId: string): Promise<string> => {
  const tank = id();
  await taken(tankEntry(tank));
  await taken(lives(tank, kindId));
  return tank;
};
const fields = (said: readonly string[]): string[] => said.map((s) => s.split(':')[0] ?? '');

describe('posted past every page, the house refuses', () => {
  it('copper into a tank of shrimp; taken with a reason that says something', async () => {
    const tank = await tankOf('cherry-shrimp');
    const said = await refused(course(tank, 'D06'));
    expect(said[0]).toContain('overrideReason: is needed');
    expect(said[0]).toContain('shrimp');
    expect(fields(await refused(course(tank, 'D06', { overrideReason: ' ' })))).toEqual(['overrideReason']);
    await taken(course(tank, 'D06', { overrideReason: 'the shrimp are in the pen since noon' }));
  });
  it('the same hidden as the second agent of a product', async () => {
    const tank = await tankOf('cherry-shrimp');
    expect(fields(await refused(course(tank, 'D07', { alsoAgentIds: ['D06'] })))).toEqual(['overrideReason']);
  });
  it('a dose after shrimp were counted in from elsewhere', async () => {
    const tank = await tankOf('cardinal-tetra');
    const start = course(tank, 'D06', { overrideReason: 'by the label' }, 2);
    await taken(start, given(tank, start.id, 1, 2));
    expect(fields(await refused(lives(tank, 'cherry-shrimp', 1, 'moved-in')))).toEqual(['overrideReason']);
    await taken(
      step(
        'stock',
        tank,
        {
          event: 'counted',
          kindId: 'cherry-shrimp',
          strain: '',
          count: { lo: 3, hi: 3 },
        },
        1,
      ),
    );
    expect(fields(await refused(given(tank, start.id, 2)))).toEqual(['overrideReason']);
  });
  it('formalin back-dated an hour before a permanganate that was written first, whatever the reason', async () => {
    const tank = await tankOf('cardinal-tetra');
    const why = { overrideReason: 'as it was' };
    const first = course(tank, 'D17', why, 1);
    await taken(first, given(tank, first.id, 1, 1));
    const said = await refused(course(tank, 'D03', why, 1, -70));
    expect(said.join()).toContain('Never combine them');
  });
  it('a book that holds both', async () => {
    const elsewhere = await openTestHouse();
    const tank = id();
    const why = { overrideReason: 'as it was' };
    const rows = [tankEntry(tank, {}, at(40)), course(tank, 'D17', why, 1), course(tank, 'D03', why, 1, -70)];
    const book = {
      format: 'night-ledger-book',
      version: 1,
      exportedAt: at(0),
      house: 'Elsewhere',
      entries: rows.map((of, i) => ({
        ...of,
        sequence: i + 1,
        zone: 'UTC',
        nightOn: of.happenedAt.slice(0, 10),
        writtenAt: at(0),
        by: 'keeper',
        payloadHash: entryHash(of),
      })),
    };
    const { status, body } = await elsewhere.send<ImportReport & { errors?: { message: string }[] }>(
      book,
      '/api/book/import?dryRun=no&oldFaults=keep',
    );
    expect([status, JSON.stringify(body)]).toEqual([
      jasmine.any(Number),
      jasmine.stringContaining('Never combine them'),
    ]);
    const { body: kept } = await elsewhere.get<{ entries: unknown[] }>('/api/entries');
    expect(kept.entries).toEqual([]);
    await elsewhere.close();
  });
  it('260 % of the label, and twice the litres of the tank', async () => {
    const tank = await tankOf('cardinal-tetra');
    const label = { packTreatsL: 140, doseDays: [1], changes: [] };
    expect((await refused(course(tank, 'D07', { label })))[0]).toContain('overrideReason: is needed: whole packs give');
    expect((await refused(course(tank, 'D07', { netVolumeL: 108 })))[0]).toContain('is more than the');
    await taken(course(tank, 'D07', { label, stockSolution: true }));
  });
  it('a dose that was given: after a pause, from a second device, on day 400, before the start, two in one evening', async () => {
    const tank = await tankOf('cardinal-tetra');
    const start = course(tank, 'D07', {}, 2);
    await taken(start, given(tank, start.id, 1, 2));
    await taken(step('course', tank, { step: 'paused', courseId: start.id, note: '' }, 2, -3));
    expect(fields(await refused(given(tank, start.id, 1, 1)))).toEqual(['courseId']);
    await taken(step('course', tank, { step: 'resumed', courseId: start.id, note: '' }, 1));
    for (const doseDay of [1, 400]) expect(fields(await refused(given(tank, start.id, doseDay)))).toEqual(['day']);
    expect(fields(await refused(given(tank, start.id, 2, 5)))).toEqual(['courseId']);
    expect(fields(await refused(step('course', tank, { step: 'missed', courseId: start.id, day: 1 })))).toEqual([
      'day',
    ]);
    await taken(given(tank, start.id, 3, 0, -4));
    expect((await refused(given(tank, start.id, 3, 0, -3))).length).toBe(1);
    const late = await tankOf('cardinal-tetra');
    const other = course(late, 'D07', {}, 2);
    await taken(other, given(late, other.id, 1, 0, -4));
    expect((await refused(given(late, other.id, 2, 0, -3)))[0]).toContain('Two at once are a double dose');
  });
  it('a course of another tank, and a strike that leaves doses without a start', async () => {
    const [tank, other] = [await tankOf('cardinal-tetra'), await tankOf('cardinal-tetra')];
    const start = course(tank, 'D07', {}, 1);
    const dose = given(tank, start.id, 1, 1);
    await taken(start, dose);
    expect(fields(await refused(given(other, start.id, 2)))).toEqual(['courseId']);
    const strike = (entryId: string) => step('strike', tank, { entryId, reason: 'wrong tank' });
    expect((await refused(strike(start.id)))[0]).toContain('strike that first');
    await taken(strike(dose.id), strike(start.id));
  });
  it('a net dipped for 0.1 min, or in what dips nothing, as kept', async () => {
    const tank = await tankOf('cardinal-tetra');
    const net = step('tool', tank, { step: 'kept', name: 'a net', sort: 'net' }, 3);
    await taken(net);
    const dip = (agentId: string, minutes: number, kept = true) =>
      step('tool', tank, { step: 'dipped', toolId: net.id, agentId, minutes, kept });
    expect(fields(await refused(dip('D17', 0.1)))).toEqual(['minutes']);
    expect(fields(await refused(dip('D07', 60)))).toEqual(['agentId']);
    await taken(dip('D17', 0.1, false));
  });
  it('a tank that ends with fish in it, or over a course; ended, it is written to no more until it is begun anew', async () => {
    const tank = await tankOf('cardinal-tetra');
    const start = course(tank, 'D07', {}, 1);
    await taken(start);
    const ending = (more: object = {}) =>
      step('ending', tank, {
        step: 'ended',
        water: 'drain',
        bed: 'kept',
        equipment: 'kept',
        ...more,
      });
    expect(fields(await refused(ending()))).toEqual(['animals', 'alsoEnds']);
    await taken(
      step(
        'stock',
        tank,
        {
          event: 'counted',
          kindId: 'cardinal-tetra',
          strain: '',
          count: { lo: 0, hi: 0 },
        },
        0,
        -8,
      ),
    );
    expect((await refused(ending()))[0]).toContain('Still open here: course');
    await taken(ending({ alsoEnds: true }));
    expect((await refused(given(tank, start.id, 1, 0, -1)))[0]).toContain('Begin it anew');
    const { body } = await house.get<{ tanks: { tankId: string }[] }>('/api/tonight');
    expect(body.tanks.map((t) => t.tankId)).not.toContain(tank);
    await taken(step('ending', tank, { step: 'begun-anew' }, 0, -1));
    const { body: again } = await house.get<{ tanks: { tankId: string }[] }>('/api/tonight');
    expect(again.tanks.map((t) => t.tankId)).toContain(tank);
  });
  it('begun anew it is another tank: no course, no plant, no reading of before counts, on any page', async () => {
    const tank = await tankOf('java-fern');
    const start = course(tank, 'D07', {}, 1);
    await taken(start);
    const read = (khDegrees: number, days: number, minutes = -1) =>
      step(
        'readings',
        tank,
        {
          context: 'routine',
          values: [
            { parameter: 'khDegrees', lo: khDegrees, hi: khDegrees, text: String(khDegrees), enteredUnit: '°dH' },
          ],
        },
        days,
        minutes,
      );
    await taken(read(9, 1));
    const end = { step: 'ended', water: 'drain', bed: 'kept', equipment: 'kept', alsoEnds: true, note: '' } as const;
    await taken(step('ending', tank, end, 0, -30), step('ending', tank, { step: 'begun-anew' }, 0, -20));
    const diary = await house.get<Diary>(`/api/diary?kinds=course,stock,arrival,ending&subject=${tank}`);
    expect(diary.body.entries.map((e) => e.kind)).toEqual(['ending', 'ending']);
    expect((await refused(given(tank, start.id, 1)))[0]).toContain('is no course in this tank');
    const { body: stock } = await house.get<StockView>('/api/stock');
    const now = stock.tanks.find((t) => t.tankId === tank);
    expect([now?.events, now?.inWater, now?.water, now?.startedOn]).toEqual([[], [], {}, day(0)]);
    const folio = async () => (await house.get<Folio>(`/api/tanks/${tank}/folio?days=90`)).body;
    expect([(await folio()).history, (await folio()).startedOn]).toEqual([{}, day(0)]);
    await taken(read(4, 0));
    expect((await folio()).history.khDegrees?.map((r) => r.lo)).toEqual([4]);
    expect((await folio()).lines.find((l) => l.parameter === 'khDegrees')?.earlier).toEqual([]);
    // It stays in the book.
    const { body: book } = await house.get<BookPage>(`/api/entries?subject=${tank}`);
    expect(book.entries.map((e) => e.kind)).toContain('course');
  });
  it('tells a page all that it decides by', async () => {
    const tank = await tankOf('cherry-shrimp');
    const { body } = await house.get<{ rows: { kind: string }[]; netVolumeL: number }>(
      `/api/gate?tank=${tank}&kind=course`,
    );
    expect([body.rows.map((r) => r.kind), body.netVolumeL]).toEqual([['stock'], jasmine.any(Number)]);
  });
});
