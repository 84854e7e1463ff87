import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { openHouse } from '../tools/house.mjs';
import { freePort } from '../tools/postgres.mjs';
import { removeThrowaway, throwawayFolder } from '../tools/throwaway.mjs';

/** Houses for the walks: the demo house on a fixed evening three times (whole evenings are written into two), and seven empty ones. */
export default async function setup(): Promise<() => Promise<void>> {
  // Somebody's own data: whatever is opened, killed and rehearsed below must not come near it.
  const own = throwawayFolder();
  const letter = path.join(own, 'PG_VERSION');
  writeFileSync(letter, '15');
  process.env['NIGHT_LEDGER_PGDATA'] = own;
  const brokerPort = await freePort();
  const broker = `mqtt://127.0.0.1:${brokerPort}`;
  const evening = ['--tonight', '2026-03-14'];
  const asked: Record<string, Parameters<typeof openHouse>[0]> = {
    E2E_DEMO: { database: 'demo', args: evening, broker },
    E2E_BENCH: { database: 'bench', args: evening },
    E2E_WATER: { database: 'water', args: evening },
    E2E_EMPTY: { database: 'empty', args: ['--empty'] },
    E2E_KEEPER: { database: 'keeper', args: ['--empty'] },
    E2E_COPY: { database: 'copy', args: ['--empty'] },
    E2E_ADVICE: { database: 'advice', args: ['--empty'] },
    E2E_TWO: { database: 'two', args: ['--empty'] },
    E2E_MANY: { database: 'many', args: ['--empty'] },
    E2E_HANDS: { database: 'hands', args: ['--empty'] },
  };
  // One after the other: other parts of the tests share the cores, and a house being filled takes one whole.
  const opened: Awaited<ReturnType<typeof openHouse>>[] = [];
  for (const [name, of] of Object.entries(asked)) {
    const house = await openHouse(of);
    process.env[name] = house.url;
    opened.push(house);
  }
  process.env['E2E_BROKER_PORT'] = String(brokerPort);
  return async () => {
    await Promise.all(opened.map((house) => house.close()));
    if (readFileSync(letter, 'utf8') !== '15') throw new Error('A throwaway cluster wrote into the keeper’s own');
    removeThrowaway(own);
  };
}
