import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { openHouses } from '../tools/house.mjs';
import { freePort } from '../tools/postgres.mjs';
import { removeThrowaway, throwawayFolder } from '../tools/throwaway.mjs';

/** Houses for the walks: the demo house on a fixed evening three times (whole evenings are written into two), and six empty ones; by night one for three hundred tanks. */
export default async function setup(): Promise<() => Promise<void>> {
  // Somebody's own data: whatever is opened, killed and rehearsed below must not come near it.
  const own = throwawayFolder();
  const letter = path.join(own, 'PG_VERSION');
  writeFileSync(letter, '15');
  process.env['NIGHT_LEDGER_PGDATA'] = own;
  const brokerPort = await freePort();
  const broker = `mqtt://127.0.0.1:${brokerPort}`;
  const evening = ['--tonight', '2026-03-14'];
  const empty = { args: ['--empty'] };
  const asked: Parameters<typeof openHouses>[0] = {
    E2E_DEMO: { args: evening, broker },
    E2E_BENCH: { args: evening },
    E2E_WATER: { args: evening },
    E2E_EMPTY: empty,
    E2E_KEEPER: empty,
    E2E_COPY: empty,
    E2E_ADVICE: empty,
    E2E_TWO: empty,
    E2E_HANDS: empty,
  };
  const onlyNight = { E2E_MANY: empty };
  const wanted = process.env['NIGHT_LEDGER_WALKS'] === 'night' ? onlyNight : asked;
  const { urls, close } = await openHouses(wanted);
  Object.assign(process.env, urls);
  process.env['E2E_BROKER_PORT'] = String(brokerPort);
  return async () => {
    await close();
    if (readFileSync(letter, 'utf8') !== '15') throw new Error('A throwaway cluster wrote into the keeper’s own');
    removeThrowaway(own);
  };
}
