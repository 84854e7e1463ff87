import { askedHeader } from '#contracts/api';
import { id, lookedEntry, openTestHouse, tankEntry, type TestHouse } from './harness.cases';

let house: TestHouse;
beforeAll(async () => (house = await openTestHouse()));
afterAll(() => house.close());

describe('what an operator and a page ask', () => {
  it('health tells the version and how long the database takes', async () => {
    const { status, body } = await house.get<{ ok: boolean; version: string; databaseMs: number }>('/api/health');
    expect([status, body.ok, body.version]).toEqual([200, true, 'test']);
    expect(body.databaseMs).toBeGreaterThanOrEqual(0);
  });
  it('metrics count by route, never by what was asked in it', async () => {
    const tank = id();
    await house.write(tankEntry(tank));
    await house.write(lookedEntry(tank));
    await house.get(`/api/tanks/${tank}/folio`);
    await house.get('/api/tanks/nonsense/folio');
    const answer = await fetch(`${house.url}/metrics`);
    const text = await answer.text();
    expect(answer.headers.get('content-type')).toContain('text/plain');
    expect(text).toContain('night_ledger_writes_total 2');
    expect(text).toContain(
      'night_ledger_request_seconds_count{method="GET",route="/tanks/:tankId/folio",status="2xx"} 1',
    );
    expect(text).toContain(
      'night_ledger_request_seconds_count{method="GET",route="/tanks/:tankId/folio",status="4xx"} 1',
    );
    expect(text).not.toContain(tank);
  });
  it('an answer bears the mark of its question, where that is one', async () => {
    const marked = async (mark: string): Promise<string | null> =>
      (await fetch(`${house.url}/api/house`, { headers: { [askedHeader]: mark } })).headers.get(askedHeader);
    expect(await marked('tab-17')).toBe('tab-17');
    expect(await marked('no mark; at all')).toBeNull();
    expect(await marked('x'.repeat(65))).toBeNull();
  });
});
