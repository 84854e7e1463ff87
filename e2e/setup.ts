import { openHouse } from '../tools/house.mjs';
import { freePort } from '../tools/postgres.mjs';

/** Houses for the walks: the demo house on a fixed evening three times (whole evenings are written into two), and six empty ones. */
export default async function setup(): Promise<() => Promise<void>> {
  const brokerPort = await freePort();
  const broker = `mqtt://127.0.0.1:${brokerPort}`;
  const demo = await openHouse({ database: 'demo', args: ['--tonight', '2026-03-14'], broker });
  process.env['E2E_BROKER_PORT'] = String(brokerPort);
  const bench = await openHouse({ database: 'bench', args: ['--tonight', '2026-03-14'] });
  process.env['E2E_BENCH'] = bench.url;
  const water = await openHouse({ database: 'water', args: ['--tonight', '2026-03-14'] });
  process.env['E2E_WATER'] = water.url;
  const empty = await openHouse({ database: 'empty', args: ['--empty'] });
  const keeper = await openHouse({ database: 'keeper', args: ['--empty'] });
  const copy = await openHouse({ database: 'copy', args: ['--empty'] });
  const advice = await openHouse({ database: 'advice', args: ['--empty'] });
  const two = await openHouse({ database: 'two', args: ['--empty'] });
  const many = await openHouse({ database: 'many', args: ['--empty'] });
  process.env['E2E_MANY'] = many.url;
  process.env['E2E_TWO'] = two.url;
  process.env['E2E_ADVICE'] = advice.url;
  process.env['E2E_COPY'] = copy.url;
  process.env['E2E_KEEPER'] = keeper.url;
  process.env['E2E_DEMO'] = demo.url;
  process.env['E2E_EMPTY'] = empty.url;
  return async () => {
    await demo.close();
    await bench.close();
    await water.close();
    await empty.close();
    await keeper.close();
    await copy.close();
    await advice.close();
    await two.close();
    await many.close();
  };
}
