import { expect, test } from '@playwright/test';
import { killDatabase, killOneOfTwo, killServer } from '../tools/kills.mjs';

for (const [what, run] of [
  ['a server', killServer],
  ['the database', killDatabase],
  ['one of two servers behind a transaction pooler', killOneOfTwo],
] as const)
  test(`${what} is killed under eight writers: nothing acknowledged is lost, nothing is there twice or by half, it writes again by itself`, async () => {
    const { acknowledged, longestBackMs, wrong } = await run(2);
    expect(wrong).toEqual([]);
    expect(acknowledged).toBeGreaterThan(4);
    expect(longestBackMs).toBeLessThan(30_000);
  });
