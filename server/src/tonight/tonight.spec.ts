import { parseReading } from '#core/readings';
import { unwrap } from '#core/result';
import { shippedAlmanac, loadAlmanac } from '#almanac/shelf';
import type { AlmanacView } from '#contracts/almanac';
import type { SourceList } from '#contracts/sources';
import type { Folio } from '#contracts/tanks';
import type { House } from '#contracts/tonight';
import type { Working } from '#core/explain';
import { noteWords } from '#words/explain';
import {
  at,
  changeEntry,
  id,
  lookedEntry,
  noteEntry,
  openTestHouse,
  readingsEntry,
  saidOf,
  sourceEntry,
  tankEntry,
  type TestHouse,
  wholeSheet,
} from '../app/harness.cases';
import { settingsFrom } from '../app/settings';
import { demoNights } from '../demo/history';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

async function newTank(over: Parameters<typeof tankEntry>[1] = {}): Promise<string> {
  const tank = id();
  await house.write(tankEntry(tank, over));
  return tank;
}
const lineOf = async (tank: string) => (await wholeSheet(house)).tanks.find((t) => t.tankId === tank)!;

describe('GET /api/tonight', () => {
  it('gives each tank a state, a reason, one next step and what was last done', async () => {
    const tank = await newTank();
    await house.write(readingsEntry(tank, { no3MgPerL: [40, 80] }), lookedEntry(tank, at(1)));
    const line = await lineOf(tank);
    expect([line.state, line.deciding, line.nextStep.kind, line.lookedTonight]).toEqual([
      'act',
      'no3MgPerL',
      'change',
      false,
    ]);
    expect(line.lastDone.map((d) => d.kind).sort()).toEqual(['looked', 'readings']);
  });
  it('looked, fed, fine tonight is seen as tonight; a doubtful mark moves the tank on the round', async () => {
    const tank = await newTank();
    await house.write(lookedEntry(tank), noteEntry(tank, 'white spots?', 'doubtful'));
    expect([(await lineOf(tank)).lookedTonight, (await lineOf(tank)).doubtful]).toEqual([true, true]);
  });
  it('nitrite of 2 mg/L is urgent, unless chloride guards against it', async () => {
    const [bare, guarded] = [await newTank(), await newTank()];
    await house.write(readingsEntry(bare, { no2MgPerL: [1.5, 2] }));
    await house.write(readingsEntry(guarded, { no2MgPerL: [1.5, 2], clMgPerL: [30, 31] }));
    expect([(await lineOf(bare)).urgent, (await lineOf(bare)).nextStep.kind]).toEqual([true, 'change-now']);
    expect([(await lineOf(guarded)).urgent, (await lineOf(guarded)).reasonId]).toEqual([false, 'guarded-nitrite']);
  });
  it('CO2 is read from pH and KH in a tank on sand, not on an active bed', async () => {
    const readings = { ph: [6.2, 6.3], khDegrees: [4, 5], tempC: [24, 24.2] } as const;
    const tanks = [await newTank(), await newTank({ bed: { kind: 'active' } })];
    const lines = await Promise.all(
      tanks.map(async (tank) => {
        await house.write(readingsEntry(tank, { ...readings } as never));
        const { body } = await house.get<Folio>(`/api/tanks/${tank}/folio?days=30`);
        return body.lines.find((l) => l.parameter === 'co2MgPerL');
      }),
    );
    expect(lines[0]?.state).toBe('act');
    expect([lines[0]?.computed, lines[0]?.latest?.text]).toEqual([true, 'from pH and KH']);
    expect(lines[1]).toBeUndefined();
    const { body } = await house.get<Working>(`/api/tanks/${tanks[0] ?? ''}/working/co2MgPerL`);
    expect(body.sourceIds).toContain('plummer-1982');
    expect(body.inputs.map((i) => i.id)).toContain('khDegrees');
  });
  it('a reading in band that this tank never gave, and nothing explains, is not believed at once', async () => {
    const tank = await newTank();
    for (let week = 12; week > 0; week--)
      await house.write(readingsEntry(tank, { ph: [6.95, 7.05], ghDegrees: [7.5, 8.5] }, at(7 * week)));
    await house.write(readingsEntry(tank, { ph: [7.75, 7.85] }, at(0)));
    const line = await lineOf(tank);
    expect([line.state, line.reasonId, line.deciding]).toEqual(['unknown', 'unusual', 'ph']);
    expect(line.reason).toContain('unusual for this tank');
    expect(saidOf(line, 'test-due').map((t) => t.text)).toContain('pH');
  });
  it('a struck reading no longer counts', async () => {
    const tank = await newTank();
    const wrong = readingsEntry(tank, { no3MgPerL: [80, 160] });
    await house.write(wrong, readingsEntry(tank, { no3MgPerL: [5, 10] }, at(3)));
    expect((await lineOf(tank)).state).toBe('act');
    await house.write({
      id: id(),
      kind: 'strike',
      kindVersion: 1,
      subjectId: tank,
      happenedAt: at(0),
      payload: { entryId: wrong.id, reason: 'other tank' },
    });
    expect((await lineOf(tank)).state).toBe('settled');
  });
});

describe('GET folio, working, sources, almanac, house', () => {
  it('the folio holds lines, history, changes with their fraction, and what was moved today', async () => {
    const [tank, source] = [await newTank(), id()];
    await house.write(sourceEntry(source));
    await house.write(readingsEntry(tank, { no3MgPerL: [20, 20] }, at(2)), changeEntry(tank, source, 25, at(0, -30)));
    const { body } = await house.get<Folio>(`/api/tanks/${tank}/folio?days=30`);
    expect(body.changes[0]?.changeFraction).toBe(0.25);
    expect(body.movedToday.no3MgPerL).toBeCloseTo(5, 9);
    expect(body.history.no3MgPerL?.length).toBe(1);
  });
  it('the working names the reading it stands on, the band and its source', async () => {
    const tank = await newTank();
    const entry = readingsEntry(tank, { ghDegrees: [6.5, 7.5] });
    await house.write(entry);
    const { body } = await house.get<Working>(`/api/tanks/${tank}/working/ghDegrees`);
    expect(body.inputs[0]?.entryId).toBe(entry.id);
    expect(body.sourceIds).toEqual(['trade-shrimp']);
    expect(body.assumptions.map(noteWords).join()).toContain('General hardness');
  });
  it('a source shows the newest analysis value by value', async () => {
    const source = id();
    await house.write(sourceEntry(source));
    await house.write(
      readingsEntry(source, { ghDegrees: [10, 11], ph: [7, 7.5] }, at(5)),
      readingsEntry(source, { ghDegrees: [13, 14] }, at(1)),
    );
    const found = (await house.get<SourceList>('/api/sources')).body.sources.find((s) => s.sourceId === source)!;
    expect([found.analysis.ghDegrees?.lo, found.analysis.ph?.lo]).toEqual([13, 7]);
  });
  it('serves the almanac with its findings, the house, preferences, and OpenAPI 3.1 with every route', async () => {
    expect((await house.get<AlmanacView>('/api/almanac')).body.findings.length).toBe(loadAlmanac().findings.length);
    expect((await house.get<House>('/api/house')).body.nightOn).toBe('2026-03-14');
    await house.send({ lamp: 'out' }, '/api/preferences', {
      method: 'PUT',
      body: '{"lamp":"out"}',
      headers: { 'Content-Type': 'application/json' },
    });
    expect((await house.get<House>('/api/house')).body.preferences['lamp']).toBe('out');
    const api = (await house.get<{ openapi: string; paths: Record<string, unknown> }>('/api/openapi.json')).body;
    expect(api.openapi).toBe('3.1.0');
    expect(Object.keys(api.paths)).toContain('/api/tanks/{tankId}/folio');
  });
  it('answers 404 for an unknown tank and address, 400 for a wrong id', async () => {
    const statuses = await Promise.all(
      [`/api/tanks/${id()}/folio`, '/api/nowhere', '/api/tanks/lobby/folio', `/api/tanks/${id()}/folio?days=0`].map(
        async (p) => (await house.get(p)).status,
      ),
    );
    expect(statuses).toEqual([404, 404, 400, 400]);
  });
});

describe('advice in the book', () => {
  const advice = (over: object) => ({
    advice: 'too-large',
    reason: 'x',
    before: { tempC: 25 },
    after: { tempC: 20 },
    bearing: 'usual',
    emergency: null,
    method: { id: 'water.change-advice', version: 1, almanacVersion: shippedAlmanac.version },
    lines: [],
    ...over,
  });
  it('against advice needs a reason; advice that its own figures do not give is refused', async () => {
    const [tank, source] = [await newTank(), id()];
    await house.write(sourceEntry(source));
    const change = changeEntry(tank, source, 20);
    const sent = (given: object, reason?: string) =>
      house.send<{ errors?: { field: string }[] }>({
        entries: [
          {
            ...change,
            id: id(),
            payload: { ...change.payload, advice: given, ...(reason ? { overrideReason: reason } : {}) },
          },
        ],
      });
    expect((await sent(advice({}))).body.errors?.[0]?.field).toBe('entries.0.payload.overrideReason');
    expect((await sent(advice({ advice: 'wise' }))).body.errors?.[0]?.field).toBe('entries.0.payload.advice.advice');
    expect((await sent(advice({}), 'it had to be')).status).toBe(201);
  });
});

describe('the demo house and the settings', () => {
  it('the same seed and evening give the same book; every value is one the parser itself gives', () => {
    const [one, two] = [
      demoNights({ tonightOn: '2026-03-14', zone: 'UTC' }),
      demoNights({ tonightOn: '2026-03-14', zone: 'UTC' }),
    ];
    expect(JSON.stringify(one)).toBe(JSON.stringify(two));
    const values = one.flatMap((n) => n.entries).flatMap((e) => (e.kind === 'readings' ? e.payload.values : []));
    const off = values.filter((v) => {
      const parameter = shippedAlmanac.parameters.find((p) => p.id === v.parameter)!;
      return unwrap(parseReading({ parameter, text: v.text })).lo !== v.lo;
    });
    expect(values.length).toBeGreaterThan(2000);
    expect(off).toEqual([]);
  });
  it('refuses to listen beyond this machine, a wrong port, a wrong evening and a zone that is none', () => {
    const env = { DATABASE_URL: 'postgres://x' };
    for (const [args, more] of [
      [[], { HOST: '0.0.0.0' }],
      [[], { PORT: 'x' }],
      [['--tonight', 'soon'], {}],
      [['--tonight', '2026-02-31'], {}],
      [[], { NIGHT_LEDGER_ZONE: 'Mars/Olympus' }],
      [[], { DATABASE_URL: '' }],
    ] as const)
      expect(() => settingsFrom(args, { ...env, ...more })).toThrowError();
  });
});
