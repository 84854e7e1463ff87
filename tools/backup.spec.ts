import pg from 'pg';
import { contentOf, putBack } from './backup.mjs';
import { throwawayCluster } from './house.mjs';
import { ensureDatabase } from './postgres.mjs';

/** As much of a house's tables as a copy is compared by. */
const tablesIn = (schema: string, demo: boolean): string => `
  create schema if not exists ${schema};
  create table ${schema}.house as select '${schema}'::text as name, ${demo} as demo;
  create table ${schema}.entries as select 'e1'::text as id, 'h1'::text as payload_hash, 1 as sequence;
  create table ${schema}.readings (id text); create table ${schema}.photos (id text);
  create table ${schema}.subjects as select 's1'::text as id, 'Tank'::text as name, '{}'::jsonb as state, '{}'::jsonb as newest;`;

describe('copies of a house', () => {
  let cluster: Awaited<ReturnType<typeof throwawayCluster>>;
  let url: string;
  const run = async (text: string): Promise<void> => {
    const db = new pg.Client({ connectionString: url });
    await db.connect();
    await db.query(text);
    await db.end();
  };
  beforeAll(async () => {
    cluster = await throwawayCluster();
    url = await ensureDatabase(cluster.cluster, 'copies');
    await run(tablesIn('public', false) + tablesIn('second_house', true));
  }, 60_000);
  afterAll(() => {
    cluster.end();
  });

  it('are compared house by house: what only the second holds tells two apart', async () => {
    const before = await contentOf(url);
    expect(before.map((of) => [of.name, of.key, of.entriesCount])).toEqual([
      ['public', 'own', 1],
      ['second_house', 'demo', 1],
    ]);
    expect(await contentOf(url)).toEqual(before);
    await run(`update second_house.subjects set newest = '{"ph":1}'`);
    const after = await contentOf(url);
    expect(after[0]).toEqual(before[0]);
    expect(after[1]?.derivedHash).not.toBe(before[1]!.derivedHash);
  });

  it('are not put back while somebody is on the database', async () => {
    const line = new pg.Client({ connectionString: url });
    await line.connect();
    await expectAsync(putBack('no.dump', url)).toBeRejectedWithError(/The house runs on this database/);
    await line.end();
  });

  it('are not put back while a server says that it stands there, though no line of it is open', async () => {
    await run(
      `create table leases as select 'server x'::text as name, 'x'::text as holder, now() + interval '20 s' as until`,
    );
    await expectAsync(putBack('no.dump', url)).toBeRejectedWithError(/The house runs on this database/);
    await run(`update leases set until = now() - interval '1 s'`);
    // Asked for in earnest now: there is no such dump.
    await expectAsync(putBack('no.dump', url)).toBeRejectedWithError(/pg_restore failed/);
  });
});
