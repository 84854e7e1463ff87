import type { Result } from '#core/result';
import { minutesOf } from './waiting';
import { walk, walkGroups, walkOrder, type WalkInput, type WalkTank } from './walk';

const valueOf = <T>(result: Result<T>): T => {
  if (!result.ok) throw new Error(JSON.stringify(result.refusal));
  return result.value;
};
const fieldOf = (result: Result<unknown>): string =>
  result.ok ? 'answered' : 'field' in result.refusal ? result.refusal.field : result.refusal.kind;
const tank = (id: string, of: Partial<WalkTank> = {}): WalkTank => ({
  id,
  group: 'healthy',
  contacts: [],
  jobs: [{ id: 'look', minutes: 2, tools: [] }],
  ...of,
});

describe('the order of the walk', () => {
  const order = (tanks: readonly WalkTank[]) => walkOrder(tanks).map((t) => t.id);
  it('goes from clean to foul', () => {
    const tanks = [...walkGroups].reverse().map((group) => tank(group, { group }));
    expect(order(tanks)).toEqual([...walkGroups]);
  });
  it('keeps those of one contact together, whoever wrote it down, also over a third', () => {
    expect(order([tank('a'), tank('b'), tank('c', { contacts: ['a'] })])).toEqual(['a', 'c', 'b']);
    expect(order([tank('a'), tank('b'), tank('c', { contacts: ['d'] }), tank('d', { contacts: ['a'] })])).toEqual([
      'a',
      'c',
      'd',
      'b',
    ]);
  });
  it('a contact over groups changes no group, nor does one to a tank that is not there', () => {
    expect(order([tank('ill', { group: 'sick' }), tank('well', { contacts: ['ill', 'gone'] })])).toEqual([
      'well',
      'ill',
    ]);
  });
});

describe('the minutes of the walk', () => {
  const hose = (id: string, more: object = {}) =>
    tank(id, { jobs: [{ id: 'change', minutes: 10, tools: ['hose', 'hose', 'bucket'], ...more }] });
  it('are the jobs’ and a dip for each tool that is used again', () => {
    const done = valueOf(walk({ tanks: [hose('a'), hose('b'), tank('c')], minutes: 60, dipMinutes: 3 }));
    expect(done.minutes).toBe(10 + 10 + 2 + 2 * 3);
    expect(done.stops.map((s) => s.dips)).toEqual([[], ['hose', 'bucket'], []]);
    expect(done.waits).toEqual([]);
    expect(done.overMinutes).toBe(0);
  });
  it('two jobs with one tool at one stop need no dip', () => {
    const jobs = [1, 2].map((i) => ({ id: `${i}`, minutes: 5, tools: ['net'] }));
    expect(valueOf(walk({ tanks: [tank('a', { jobs })], minutes: 60, dipMinutes: 3 })).minutes).toBe(10);
  });
  it('just enough is enough; a minute less and the cheapest waits', () => {
    const tanks = [hose('a'), hose('b', { mayWait: true, waitCost: 5 }), tank('c')];
    expect(valueOf(walk({ tanks, minutes: 28, dipMinutes: 3 })).waits).toEqual([]);
    const short = valueOf(walk({ tanks, minutes: 27, dipMinutes: 3 }));
    expect(short.waits).toEqual([{ tank: 'b', job: 'change', cost: 5 }]);
    expect(short.stops.map((s) => s.tank)).toEqual(['a', 'c']);
    expect(short.minutes).toBe(12);
  });
  it('what may not wait is never put off, though the evening is too short for it', () => {
    const tanks = [hose('a'), hose('b', { mayWait: true, waitCost: 1000 }), hose('ill')];
    const done = valueOf(walk({ tanks, minutes: 5, dipMinutes: 3 }));
    expect(done.stops.map((s) => s.tank)).toEqual(['a', 'ill']);
    expect(done.minutes).toBe(26);
    expect(done.overMinutes).toBe(21);
  });
  it('a job of no minutes waits for nothing', () => {
    const tanks = [hose('a'), tank('b', { jobs: [{ id: 'look', minutes: 0, tools: [], mayWait: true }] })];
    expect(valueOf(walk({ tanks, minutes: 5, dipMinutes: 3 })).waits).toEqual([]);
  });
});

/** A small generator of its own, so that the houses below are always the same. */
const chances = (seed: number) => () => {
  seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
  return seed / 2_147_483_648;
};
function house(seed: number, { whole }: { whole: boolean }): WalkInput {
  const chance = chances(seed);
  const tanks = Array.from({ length: 4 }, (_, i) =>
    tank(`t${i}`, {
      group: walkGroups[Math.floor(chance() * walkGroups.length)] ?? 'healthy',
      jobs: Array.from({ length: 1 + Math.floor(chance() * 3) }, (__, k) => ({
        id: `j${k}`,
        minutes: whole ? 1 + Math.floor(chance() * 20) : 20 * chance(),
        tools: ['hose', 'net', 'knife'].filter(() => chance() < 0.4),
        mayWait: chance() < 0.8,
        waitCost: Math.floor(chance() * 30),
      })),
    }),
  );
  return { tanks, minutes: whole ? 10 + Math.floor(chance() * 60) : 10 + 60 * chance(), dipMinutes: 4 };
}
/** Every choice of what may wait. */
function leastCost({ tanks, minutes, dipMinutes }: WalkInput): number {
  const stops = walkOrder(tanks).map((t) => t.jobs);
  const may = stops.flatMap((jobs, i) => jobs.flatMap((job, k) => (job.mayWait ? [{ i, k }] : [])));
  let best = Infinity;
  for (let bits = 0; bits < 2 ** may.length; bits++) {
    const off = new Set(may.filter((_, at) => (bits >> at) & 1).map(({ i, k }) => `${i} ${k}`));
    const chosen = stops.map((jobs, i) => jobs.map((_, k) => !off.has(`${i} ${k}`)));
    if (minutesOf(stops, chosen, dipMinutes) > minutes + 1e-9) continue;
    const cost = stops.reduce(
      (sum, jobs, i) => sum + jobs.reduce((own, job, k) => own + (chosen[i]?.[k] ? 0 : (job.waitCost ?? 0)), 0),
      0,
    );
    best = Math.min(best, cost);
  }
  return best;
}

describe('what waits', () => {
  for (const whole of [true, false])
    it(`costs what the best of all choices costs, in 120 small houses of ${whole ? 'whole' : 'broken'} minutes`, () => {
      let tight = 0;
      for (let seed = 1; seed <= 120; seed++) {
        const input = house(seed, { whole });
        const best = leastCost(input);
        if (!Number.isFinite(best)) continue;
        const done = valueOf(walk(input));
        const cost = done.waits.reduce((sum, w) => sum + w.cost, 0);
        if (best > 0) tight++;
        expect(done.minutes)
          .withContext(`house ${seed}`)
          .toBeLessThanOrEqual(input.minutes + 1e-6);
        if (whole) expect(cost).withContext(`house ${seed}`).toBe(best);
        else
          expect(cost)
            .withContext(`house ${seed}`)
            .toBeLessThanOrEqual(best * 1.03);
      }
      expect(tight).toBeGreaterThan(30);
    });
  it('in a large house without dips costs what the plain knapsack costs, and with them fits', () => {
    const chance = chances(5);
    const tanks = Array.from({ length: 40 }, (_, i) =>
      tank(`t${i}`, {
        jobs: Array.from({ length: 3 }, (__, k) => ({
          id: `j${k}`,
          minutes: 1 + Math.floor(chance() * 12),
          tools: chance() < 0.5 ? ['hose'] : ['knife'],
          mayWait: true,
          waitCost: 1 + Math.floor(chance() * 30),
        })),
      }),
    );
    const minutes = 300;
    // Of all jobs, the dearest set that fits in so many whole minutes.
    const saved = new Array<number>(minutes + 1).fill(0);
    for (const job of tanks.flatMap((t) => t.jobs))
      for (let m = minutes; m >= job.minutes; m--)
        saved[m] = Math.max(saved[m] ?? 0, (saved[m - job.minutes] ?? 0) + (job.waitCost ?? 0));
    const whole = tanks.flatMap((t) => t.jobs).reduce((sum, j) => sum + (j.waitCost ?? 0), 0);
    const costOf = (dipMinutes: number) => {
      const done = valueOf(walk({ tanks, minutes, dipMinutes }));
      expect(done.minutes).toBeLessThanOrEqual(minutes);
      return done.waits.reduce((sum, w) => sum + w.cost, 0);
    };
    expect(costOf(0)).toBe(whole - (saved[minutes] ?? 0));
    expect(costOf(2)).toBeGreaterThan(costOf(0));
  });
  it('a tool that only waiting jobs would need is not paid for', () => {
    // Sixty-one jobs, so that the answer is found by stops.
    const small = Array.from({ length: 60 }, (_, i) =>
      tank(`t${i}`, { jobs: [{ id: 'look', minutes: 10, tools: ['knife'], mayWait: true, waitCost: 1 }] }),
    );
    const need = tank('need', { jobs: [{ id: 'change', minutes: 10, tools: ['hose'], mayWait: true, waitCost: 99 }] });
    const done = valueOf(walk({ tanks: [...small, need], minutes: 10, dipMinutes: 5 }));
    expect(done.stops.map((s) => s.tank)).toEqual(['need']);
    expect(done.minutes).toBe(10);
  });
  it('no job is lost or done twice, and the minutes are those of what is done', () => {
    for (let seed = 200; seed < 240; seed++) {
      const input = house(seed, { whole: true });
      const done = valueOf(walk(input));
      const said = [
        ...done.stops.flatMap((s) => s.jobs.map((j) => `${s.tank} ${j}`)),
        ...done.waits.map((w) => `${w.tank} ${w.job}`),
      ];
      const given = input.tanks.flatMap((t) => t.jobs.map((j) => `${t.id} ${j.id}`));
      expect([...said].sort()).toEqual([...given].sort());
      const of = (t: string, j: string) => input.tanks.find((x) => x.id === t)?.jobs.find((x) => x.id === j);
      const jobs = done.stops.reduce(
        (sum, s) => sum + s.jobs.reduce((own, j) => own + (of(s.tank, j)?.minutes ?? 0), 0),
        0,
      );
      const dips = done.stops.reduce((sum, s) => sum + s.dips.length, 0);
      expect(done.minutes).toBeCloseTo(jobs + dips * input.dipMinutes, 9);
    }
  });
  it('refuses twice the same tank or job, unknown groups, and numbers by their field', () => {
    const base = { minutes: 60, dipMinutes: 3 };
    expect(fieldOf(walk({ ...base, tanks: [tank('a'), tank('a')] }))).toBe('tanks.1.id');
    const twice = [1, 2].map(() => ({ id: 'x', minutes: 1, tools: [] }));
    expect(fieldOf(walk({ ...base, tanks: [tank('a', { jobs: twice })] }))).toBe('tanks.0.jobs.1.id');
    expect(fieldOf(walk({ ...base, tanks: [tank('a', { group: 'odd' as 'sick' })] }))).toBe('tanks.0.group');
    expect(fieldOf(walk({ ...base, minutes: -1, tanks: [] }))).toBe('minutes');
    expect(fieldOf(walk({ ...base, dipMinutes: NaN, tanks: [] }))).toBe('dipMinutes');
    const bad = [{ id: 'x', minutes: -1, tools: [] }];
    expect(fieldOf(walk({ ...base, tanks: [tank('a', { jobs: bad })] }))).toBe('tanks.0.jobs.0.minutes');
  });
  it('an evening of nothing is no walk', () => {
    expect(valueOf(walk({ tanks: [], minutes: 0, dipMinutes: 3 }))).toEqual({
      stops: [],
      waits: [],
      minutes: 0,
      overMinutes: 0,
    });
  });
});
