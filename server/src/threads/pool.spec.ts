import { ThreadEnded, ThreadPool } from './pool';

describe('a thread for long work', () => {
  let pool: ThreadPool<number, number>;
  beforeEach(() => (pool = new ThreadPool(new URL('./loops.cases.ts', import.meta.url))));
  afterEach(() => pool.close());

  it('answers, and what it throws is a rejection', async () => {
    expect(await pool.ask(21, { timeLimitMs: 20_000 })).toBe(42);
    await expectAsync(pool.ask(0, { timeLimitMs: 20_000 })).toBeRejectedWithError('nought');
    expect(await pool.ask(2, { timeLimitMs: 20_000 })).toBe(4);
  }, 30_000);
  it('of many at once each has its whole time: waiting for its turn does not count', async () => {
    expect(await pool.ask(1, { timeLimitMs: 20_000 })).toBe(2);
    // Each takes 300 ms, one after the other; a limit of 900 would be over for the last ones if waiting counted.
    const all = await Promise.all(Array.from({ length: 5 }, () => pool.ask(300, { timeLimitMs: 900 })));
    expect(all).toEqual([600, 600, 600, 600, 600]);
  }, 30_000);
  it('work that never ends is ended at its limit, and the next question is answered', async () => {
    expect(await pool.ask(1, { timeLimitMs: 20_000 })).toBe(2);
    const startedMs = performance.now();
    await expectAsync(pool.ask(-1, { timeLimitMs: 300 })).toBeRejectedWithError(ThreadEnded);
    expect(performance.now() - startedMs).toBeLessThan(5000);
    expect(await pool.ask(3, { timeLimitMs: 20_000 })).toBe(6);
  }, 30_000);
});
