import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import pg from 'pg';
import { throwawayCluster } from './house.mjs';
import { ensureDatabase, startCluster } from './postgres.mjs';
import { root } from './setup.mjs';
import { removeThrowaway, throwawayFolder } from './throwaway.mjs';

describe('what is removed', () => {
  let keep: string;
  beforeEach(() => (keep = throwawayFolder()));
  afterEach(() => {
    removeThrowaway(keep);
  });

  it('is what carries the mark of this very run, and nothing else', () => {
    const ours = throwawayFolder(keep);
    removeThrowaway(ours);
    expect(existsSync(ours)).toBeFalse();

    const named = path.join(keep, 'a-house');
    mkdirSync(named);
    writeFileSync(path.join(named, 'PG_VERSION'), '15');
    expect(() => {
      removeThrowaway(named);
    }).toThrowError(/not made by this run/);

    const ofAnotherRun = execFileSync(
      process.execPath,
      [
        '-e',
        `import('${root}/tools/throwaway.mjs').then((m) => console.log(m.throwawayFolder(${JSON.stringify(keep)})))`,
      ],
      { encoding: 'utf8' },
    ).trim();
    expect(existsSync(ofAnotherRun)).toBeTrue();
    expect(() => {
      removeThrowaway(ofAnotherRun);
    }).toThrowError(/not made by this run/);
    expect(readdirSync(keep).length).toBe(3);
  });

  it('is no folder that somebody keeps something in, when a database is made there', async () => {
    const named = path.join(keep, 'letters');
    mkdirSync(named);
    writeFileSync(path.join(named, 'letter.txt'), 'dear');
    await expectAsync(startCluster({ keep, pgdata: named })).toBeRejectedWithError(/not empty and holds no database/);
    expect(readFileSync(path.join(named, 'letter.txt'), 'utf8')).toBe('dear');
  });

  it('is asked for in one place: no other file of the tools removes folders', () => {
    const removing = readdirSync(path.join(root, 'tools'), { recursive: true, encoding: 'utf8' })
      .filter((file) => /\.(mjs|ts)$/.test(file))
      .filter((file) => /\b(rmSync|rmdirSync|rm -rf)\b/.test(readFileSync(path.join(root, 'tools', file), 'utf8')));
    expect(removing.sort()).toEqual(['throwaway.mjs', 'throwaway.spec.ts']);
  });
});

describe('a house that NIGHT_LEDGER_PGDATA names', () => {
  it('stands untouched, whatever makes a cluster beside it', async () => {
    const keep = throwawayFolder();
    const pgdata = path.join(keep, 'the-house');
    const own = await startCluster({ keep, pgdata });
    try {
      const url = await ensureDatabase(own, 'night_ledger');
      const asked = async <T>(text: string): Promise<T[]> => {
        const db = new pg.Client({ connectionString: url });
        await db.connect();
        const { rows } = await db.query<T & object>(text);
        await db.end();
        return rows;
      };
      await asked('create table kept as select 42 as answer');
      process.env['NIGHT_LEDGER_PGDATA'] = pgdata;
      const { cluster, end } = await throwawayCluster();
      expect(cluster.dir).not.toBe(pgdata);
      expect(cluster.port).not.toBe(own.port);
      end();
      expect(existsSync(cluster.dir)).toBeFalse();
      expect(await asked('select answer from kept')).toEqual([{ answer: 42 }]);
    } finally {
      delete process.env['NIGHT_LEDGER_PGDATA'];
      own.stop();
      removeThrowaway(keep);
    }
  }, 120_000);

  for (const command of ['test.mjs', 'kills.mjs', 'bench.mjs', 'bench-growth.mjs', 'pictures.mjs', 'mutate.mjs'])
    it(`is not asked for by ${command}: its cluster is a throwaway one`, () => {
      const text = readFileSync(path.join(root, 'tools', command), 'utf8');
      expect(text).toMatch(/\b(throwawayCluster|openHouse)\(/);
      expect(text).not.toMatch(/\b(startCluster|ownCluster|NIGHT_LEDGER_PGDATA)\b/);
    });
  it('is asked for by those that serve or copy it, in one place', () => {
    const all = readdirSync(path.join(root, 'tools')).filter((file) => file.endsWith('.mjs'));
    const naming = (word: RegExp): string[] =>
      all.filter((file) => word.test(readFileSync(path.join(root, 'tools', file), 'utf8')));
    expect(naming(/process\.env\.NIGHT_LEDGER_PGDATA/)).toEqual(['postgres.mjs']);
    expect(naming(/\bownCluster\(/)).toEqual(['backup.mjs', 'dev.mjs', 'start.mjs']);
    expect(naming(/\bstartCluster\(/)).toEqual(['house.mjs', 'postgres.mjs']);
  });
});
