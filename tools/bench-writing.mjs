// @ts-check
/** What an entry costs beside a bare route that writes the same rows, alone and with eight writers at once. */
import { spawn } from 'node:child_process';
import path from 'node:path';
import { v7 } from 'uuid';
import { held, median, p95, said, show, timed } from './bench-report.mjs';
import { root } from './setup.mjs';

const parameters = ['tempC', 'ph', 'ghDegrees', 'khDegrees', 'ec25UsPerCm', 'no3MgPerL', 'no2MgPerL', 'po4MgPerL'];
/** @param {string} tank */
const body = (tank) =>
  JSON.stringify({
    entries: [
      {
        id: v7(),
        kind: 'readings',
        kindVersion: 1,
        subjectId: tank,
        happenedAt: new Date().toISOString(),
        payload: {
          context: 'routine',
          values: parameters.map((parameter, i) => ({
            parameter,
            lo: [23, 7, 7, 3, 350, 10, 0, 0.1][i],
            hi: [23.1, 7.1, 8, 4, 351, 20, 0.1, 0.25][i],
            text: '1',
            enteredUnit: '',
          })),
        },
      },
    ],
  });

/** @param {string} address @param {string} tank */
export const writer = (address, tank) => async () => {
  const answer = await fetch(address, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: body(tank),
  });
  const text = await answer.text();
  if (!answer.ok) throw new Error(text);
};

/** @param {string} databaseUrl */
async function bareRoute(databaseUrl) {
  const child = spawn(process.execPath, [path.join(root, 'tools/bench-route.mjs'), databaseUrl], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`The bare route ended with ${code}`)));
    child.stdout.setEncoding('utf8').on('data', (/** @type {string} */ text) => {
      const ready = /READY (\S+)/.exec(text);
      if (ready) resolve(ready[1] ?? '');
    });
  });
  return { address: `${url}/entries`, stop: () => void child.kill('SIGTERM') };
}

/** @param {{ url: string, databaseUrl: string, tanks: readonly string[] }} house */
export async function measureWriting({ url, databaseUrl, tanks }) {
  const bare = await bareRoute(databaseUrl);
  const ours = `${url}/api/entries`;
  const [tank = ''] = tanks;
  try {
    // In turns, so that what else the machine does meets both alike.
    /** @type {{ ours: number[], bare: number[] }} */
    const alone = { ours: [], bare: [] };
    for (let i = 0; i < 6; i++) {
      alone.ours.push(...(await timed(writer(ours, tank), 30)));
      alone.bare.push(...(await timed(writer(bare.address, tank), 30)));
    }
    held(
      'Entry with 8 readings, beside a bare Express route of one statement',
      median(alone.ours) / median(alone.bare),
      {
        limit: 2,
        unit: 'times',
        also: `${show(median(alone.ours))} ms and ${show(median(alone.bare))} ms`,
      },
    );
    /** @type {{ ours: number[], bare: number[] }} */
    const eight = { ours: [], bare: [] };
    const together = (/** @type {string} */ address) =>
      Promise.all(tanks.slice(0, 8).map((t) => timed(writer(address, t), 30)));
    for (let i = 0; i < 3; i++) {
      eight.ours.push(...(await together(ours)).flat());
      eight.bare.push(...(await together(bare.address)).flat());
    }
    held('Eight writers at once, 95th percentile beside the bare route’s', p95(eight.ours) / p95(eight.bare), {
      limit: 2,
      unit: 'times',
      also: `${show(p95(eight.ours))} ms and ${show(p95(eight.bare))} ms; medians ${show(median(eight.ours))} and ${show(median(eight.bare))} ms`,
    });
  } finally {
    bare.stop();
  }
  said('');
}
