// @ts-check
/** How what is asked most grows with the book: fitted exponents over years and tanks. */
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { prepared } from './bench-data.mjs';
import { anew, held, median, said, show, timed } from './bench-report.mjs';
import { writer } from './bench-writing.mjs';
import { serveHouse, throwawayCluster } from './house.mjs';
import { ensureDatabase } from './postgres.mjs';
import { step } from './say.mjs';
import { root } from './setup.mjs';

const sizes = [
  { years: 1, tanksCount: 100 },
  { years: 3, tanksCount: 100 },
  { years: 10, tanksCount: 100 },
  { years: 3, tanksCount: 30 },
  { years: 3, tanksCount: 300 },
];

/** Least squares through the logarithms. @param {{ readings: number, ms: number }[]} points */
export function exponentOf(points) {
  const xs = points.map((p) => Math.log(p.readings));
  const ys = points.map((p) => Math.log(p.ms));
  const mean = (/** @type {number[]} */ all) => all.reduce((a, b) => a + b, 0) / all.length;
  const [mx, my] = [mean(xs), mean(ys)];
  return (
    xs.reduce((sum, x, i) => sum + (x - mx) * ((ys[i] ?? 0) - my), 0) / xs.reduce((sum, x) => sum + (x - mx) ** 2, 0)
  );
}

export async function measureGrowth() {
  /** @type {Record<string, { readings: number, ms: number, years: number, tanksCount: number }[]>} */
  const found = {};
  const { cluster, end } = await throwawayCluster({ durable: true });
  try {
    for (const { years, tanksCount } of sizes) {
      step(`${years} years of ${tanksCount} tanks …`);
      const databaseUrl = await ensureDatabase(cluster, `growth_${years}_${tanksCount}`);
      const of = await prepared(databaseUrl, { weeks: 52 * years, tanksCount });
      const house = await serveHouse({ databaseUrl });
      const get = (/** @type {string} */ where) => async () => {
        const answer = await fetch(anew(`${house.url}${where}`));
        if (!answer.ok) throw new Error(await answer.text());
        await answer.arrayBuffer();
      };
      for (;;) {
        const { foreseen } = await (await fetch(`${house.url}/api/tonight`)).json();
        if (foreseen.readyCount === foreseen.tanksCount) break;
        await new Promise((r) => setTimeout(r, 200));
      }
      const took = {
        Tonight: median(await timed(get('/api/tonight'), 15)),
        'a folio': median(await timed(get(`/api/tanks/${of.tank}/folio?days=365`), 25)),
        'a search': median(await timed(get('/api/entries?limit=150&words=nitrate'), 15)),
        'an entry': median(await timed(writer(`${house.url}/api/entries`, of.tank), 40)),
        'a rebuild': 0,
      };
      await house.stop();
      const start = performance.now();
      const rebuilt = spawnSync(
        process.execPath,
        [path.join(root, 'dist/server/main.js'), '--rebuild', '--seed-only'],
        {
          cwd: root,
          env: { ...process.env, DATABASE_URL: databaseUrl, NIGHT_LEDGER_ZONE: 'UTC', NIGHT_LEDGER_MQTT: 'off' },
          encoding: 'utf8',
        },
      );
      if (rebuilt.status !== 0) throw new Error(rebuilt.stdout + rebuilt.stderr);
      took['a rebuild'] = performance.now() - start;
      for (const [what, ms] of Object.entries(took))
        (found[what] ??= []).push({ readings: Number(of.readings), ms, years, tanksCount });
    }
  } finally {
    end();
  }
  for (const [what, points] of Object.entries(found)) {
    said(
      `${what}: ${points.map((p) => `${p.years} y x ${p.tanksCount} (${p.readings} readings) ${show(p.ms)} ms`).join('; ')}`,
    );
    held(`Growth of ${what}: exponent in readings`, exponentOf(points), { limit: 1.05 });
  }
}
