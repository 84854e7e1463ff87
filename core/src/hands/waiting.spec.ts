import fc from 'fast-check';
import { solve } from 'yalps';
import { leastWaiting, minutesOf } from './waiting';

interface Job {
  minutes: number;
  tools: readonly string[];
  mayWait?: boolean;
  waitCost?: number;
}
const job = (minutes: number, waitCost: number, tools: readonly string[] = []): Job => ({
  minutes,
  waitCost,
  tools,
  mayWait: true,
});
const must = (minutes: number, tools: readonly string[] = []): Job => ({ minutes, tools });
const waitingCost = (stops: readonly (readonly Job[])[], chosen: readonly (readonly boolean[])[]): number =>
  stops.flatMap((jobs, i) => jobs.map((j, k) => (chosen[i]?.[k] ? 0 : (j.waitCost ?? 0)))).reduce((a, b) => a + b, 0);
/** Jobs that take longer than any evening and cost nothing to leave: with more than sixty of them a house is a large one. */
const crowd = Array.from({ length: 61 }, () => job(10_000, 0));
const crowded = (stops: readonly (readonly Job[])[]): Job[][] => [...stops.map((jobs) => [...jobs]), [...crowd]];
/** The least cost over all choices, one by one. */
function leastByTrial(
  stops: readonly (readonly Job[])[],
  { minutes, dipMinutes }: { minutes: number; dipMinutes: number },
): number {
  const free = stops.flatMap((jobs, i) => jobs.flatMap((j, k) => (j.mayWait ? [{ i, k }] : [])));
  let least = Infinity;
  for (let bits = 0; bits < 2 ** free.length; bits++) {
    const chosen = stops.map((jobs) => jobs.map((j) => !j.mayWait));
    free.forEach(({ i, k }, at) => {
      const row = chosen[i];
      if (row) row[k] = Math.floor(bits / 2 ** at) % 2 === 1;
    });
    if (minutesOf(stops, chosen, dipMinutes) <= minutes + 1e-9) least = Math.min(least, waitingCost(stops, chosen));
  }
  return least;
}

describe('the minutes of an evening', () => {
  it('a tool used again at a later stop is dipped between: once for each stop after the first, not for each job', () => {
    const stops = [[must(5, ['net'])], [must(5, ['net']), must(5, ['net', 'siphon'])], [must(5, ['siphon'])]];
    const all = stops.map((jobs) => jobs.map(() => true));
    expect(minutesOf(stops, all, 10)).toBe(20 + 2 * 10);
    expect(minutesOf(stops, [[true], [false, false], [true]], 10)).toBe(10);
  });
});

describe('what waits', () => {
  it('nothing, where all of it fits to the minute', () => {
    const stops = [[job(30, 1), must(30)], [job(60, 9)]];
    expect(leastWaiting(stops, { minutes: 120, dipMinutes: 10 })).toEqual([[true, true], [true]]);
    expect(leastWaiting(stops, { minutes: 119, dipMinutes: 10 })).toEqual([[false, true], [true]]);
  });
  it('what must be done is done, also where it alone is longer than the evening', () => {
    const stops = [[must(90)], [job(5, 100)], [must(50)]];
    expect(leastWaiting(stops, { minutes: 60, dipMinutes: 10 })).toEqual([[true], [false], [true]]);
    expect(leastWaiting(crowded(stops), { minutes: 60, dipMinutes: 10 }).slice(0, 3)).toEqual([
      [true],
      [false],
      [true],
    ]);
  });
  it('a dip counts: two stops with one net cost ten minutes more than two with nets of their own', () => {
    const shared = [[job(20, 5, ['net'])], [job(20, 4, ['net'])]];
    const apart = [[job(20, 5, ['net a'])], [job(20, 4, ['net b'])]];
    expect(leastWaiting(shared, { minutes: 40, dipMinutes: 10 })).toEqual([[true], [false]]);
    expect(leastWaiting(apart, { minutes: 40, dipMinutes: 10 })).toEqual([[true], [true]]);
    expect(leastWaiting(crowded(shared), { minutes: 40, dipMinutes: 10 }).slice(0, 2)).toEqual([[true], [false]]);
    expect(leastWaiting(crowded(apart), { minutes: 40, dipMinutes: 10 }).slice(0, 2)).toEqual([[true], [true]]);
  });
});

const houses = fc.array(
  fc.array(
    fc.record({
      minutes: fc.integer({ min: 1, max: 40 }),
      waitCost: fc.integer({ min: 0, max: 20 }),
      tools: fc.subarray(['net', 'siphon']),
      mayWait: fc.boolean(),
    }),
    { minLength: 1, maxLength: 3 },
  ),
  { minLength: 1, maxLength: 4 },
);
const evenings = fc.integer({ min: 10, max: 200 });

describe('a small house is answered exactly', () => {
  it('as every choice tried one by one', () => {
    fc.assert(
      fc.property(houses, evenings, (stops, minutes) => {
        const limits = { minutes, dipMinutes: 10 };
        const needed = minutesOf(
          stops,
          stops.map((jobs) => jobs.map((j) => !j.mayWait)),
          10,
        );
        const chosen = leastWaiting(stops, limits);
        const roomMinutes = Math.max(minutes, needed);
        expect(minutesOf(stops, chosen, 10)).toBeLessThanOrEqual(roomMinutes + 1e-6);
        expect(waitingCost(stops, chosen)).toBe(leastByTrial(stops, { minutes: roomMinutes, dipMinutes: 10 }));
      }),
      { numRuns: 120 },
    );
  });
});

describe('a large house is answered by its stops', () => {
  it('without tools as an integer programme of an independent library answers it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ minutes: fc.integer({ min: 3, max: 45 }), waitCost: fc.integer({ min: 1, max: 30 }) }), {
          minLength: 62,
          maxLength: 70,
        }),
        fc.integer({ min: 60, max: 400 }),
        (jobs, minutes) => {
          // A stop each: sets at one stop are tried whole up to eight jobs only.
          const stops = jobs.map(({ minutes: jobMinutes, waitCost }) => [job(jobMinutes, waitCost)]);
          const chosen = leastWaiting(stops, { minutes, dipMinutes: 10 });
          const whole = jobs.reduce((sum, j) => sum + j.waitCost, 0);
          const { status, result } = solve({
            direction: 'maximize',
            objective: 'saved',
            constraints: { minutes: { max: minutes } },
            variables: Object.fromEntries(jobs.map((j, i) => [`j${i}`, { saved: j.waitCost, minutes: j.minutes }])),
            binaries: true,
          });
          expect(status).toBe('optimal');
          expect(waitingCost(stops, chosen)).toBe(whole - Math.round(result));
        },
      ),
      { numRuns: 6 },
    );
  });
  it('with tools it fits, leaves out nothing that still fits, and is never worse than what must be done alone', () => {
    fc.assert(
      fc.property(houses, evenings, (small, minutes) => {
        const stops = crowded(small);
        const chosen = leastWaiting(stops, { minutes, dipMinutes: 10 });
        const bare = stops.map((jobs) => jobs.map((j) => !j.mayWait));
        const roomMinutes = Math.max(minutes, minutesOf(stops, bare, 10));
        expect(minutesOf(stops, chosen, 10)).toBeLessThanOrEqual(roomMinutes + 1e-6);
        stops.forEach((jobs, i) =>
          jobs.forEach((j, k) => {
            if (!j.mayWait) expect(chosen[i]?.[k]).toBeTrue();
            if (chosen[i]?.[k]) return;
            const more = chosen.map((row, at) => row.map((done, place) => done || (at === i && place === k)));
            expect(minutesOf(stops, more, 10)).toBeGreaterThan(roomMinutes);
          }),
        );
        const best = leastByTrial(small, { minutes: roomMinutes, dipMinutes: 10 });
        expect(waitingCost(stops, chosen)).toBeGreaterThanOrEqual(best);
        expect(waitingCost(stops, chosen)).toBeLessThanOrEqual(waitingCost(stops, bare));
      }),
      { numRuns: 60 },
    );
  });
  it('of more than eight jobs at one stop the surplus is taken by cost for each minute', () => {
    const many = Array.from({ length: 12 }, (_, i) => job(10, i + 1));
    const chosen = leastWaiting(crowded([many]), { minutes: 60, dipMinutes: 10 })[0];
    expect(chosen?.map((done, i) => (done ? i + 1 : 0)).filter(Boolean)).toEqual([7, 8, 9, 10, 11, 12]);
  });
  it('minutes that no usual step divides are rounded up to a fine one: the evening is never too long', () => {
    const odd = Array.from({ length: 6 }, (_, i) => [job(7.3 + i / 7, 3 + i)]);
    const stops = crowded(odd);
    const chosen = leastWaiting(stops, { minutes: 31.7, dipMinutes: 10 });
    expect(minutesOf(stops, chosen, 10)).toBeLessThanOrEqual(31.7);
    expect(waitingCost(odd, chosen)).toBe(leastByTrial(odd, { minutes: 31.7, dipMinutes: 10 }));
  });
});
