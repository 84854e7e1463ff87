import { openHouse } from '../tools/house.mjs';

/** Two houses for the walks: the demo house on a fixed evening, and an empty one. */
export default async function setup(): Promise<() => Promise<void>> {
  const demo = await openHouse({ database: 'demo', args: ['--tonight', '2026-03-14'] });
  const empty = await openHouse({ database: 'empty', args: ['--empty'] });
  process.env['E2E_DEMO'] = demo.url;
  process.env['E2E_EMPTY'] = empty.url;
  return async () => {
    await demo.close();
    await empty.close();
  };
}
