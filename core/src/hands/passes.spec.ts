import { inPasses, passOrder } from './passes';
import { walk, type WalkGroup, type WalkTank } from './walk';

const job = (id: string, minutes: number, tools: string[] = []) => ({ id, minutes, tools });
const tank = (
  id: string,
  group: WalkGroup = 'healthy',
  jobs = [job('look', 1), job('change', 18, ['hose'])],
): WalkTank => ({
  id,
  group,
  contacts: [],
  jobs,
});
const passesOf = (tanks: readonly WalkTank[]) => {
  const planned = walk({ tanks, minutes: 600, dipMinutes: 3 });
  return planned.ok ? inPasses({ tanks, stops: planned.value.stops }) : [];
};

describe('an evening with one hose', () => {
  it('neighbours of one group are run together: off, drained, filled, tank after tank', () => {
    const [run] = passesOf([tank('a'), tank('b'), tank('c')]);
    expect(run?.tanks).toEqual(['a', 'b', 'c']);
    expect(run?.passes.map((p) => [p.pass, p.stops.map((s) => s.tank).join('')])).toEqual([
      ['before', 'abc'],
      ['off', 'abc'],
      ['drain', 'abc'],
      ['fill', 'abc'],
      ['after', 'abc'],
    ]);
  });
  it('what is in quarantine or under treatment is run with nothing, and a run ends where cleanness does', () => {
    expect(passesOf([tank('a', 'quarantine'), tank('b', 'quarantine')])).toEqual([]);
    expect(passesOf([tank('a', 'sick'), tank('b', 'sick')])).toEqual([]);
    expect(passesOf([tank('a'), tank('b', 'doubtful')])).toEqual([]);
    expect(passesOf([tank('a'), tank('b'), tank('c', 'new'), tank('d', 'new')]).map((r) => r.tanks)).toEqual([
      ['a', 'b'],
      ['c', 'd'],
    ]);
  });
  it('one tank is no run; who is only looked at comes after the hose', () => {
    expect(passesOf([tank('a')])).toEqual([]);
    const tanks = [tank('a'), tank('b', 'healthy', [job('look', 1)]), tank('c'), tank('d', 'doubtful')];
    expect(passesOf(tanks).map((r) => r.tanks)).toEqual([['a', 'c']]);
    const stops = tanks.map((t) => ({ tank: t.id, jobs: t.jobs.map((j) => j.id), dips: [] }));
    expect(passOrder({ tanks, stops })).toEqual(['a', 'c', 'b', 'd']);
    // By hand the doubtful one stands between: what follows it is another run, and one alone is none.
    const [a, b, c, d] = stops;
    if (a && b && c && d) expect(passOrder({ tanks, stops: [a, d, b, c] })).toEqual(['a', 'd', 'b', 'c']);
  });
  it('a run that was begun stays one to its end, though changes of it are written', () => {
    const written = tank('a', 'healthy', [job('look', 1), job('again', 3)]);
    const tanks = [written, tank('b'), tank('c', 'healthy', [job('look', 1)])];
    const stops = tanks.map((t) => ({ tank: t.id, jobs: t.jobs.map((j) => j.id), dips: [] }));
    expect(inPasses({ tanks, stops })).toEqual([]);
    const [run] = inPasses({ tanks, stops, begunIds: new Set(['a', 'b']) });
    expect(run?.tanks).toEqual(['a', 'b']);
    expect(run?.passes.map((p) => [p.pass, p.stops.map((s) => s.tank).join('')])).toEqual([
      ['before', 'ab'],
      ['off', 'b'],
      ['drain', 'b'],
      ['fill', 'b'],
      ['after', 'ab'],
    ]);
    expect(run?.heaterOff.map((h) => h.tank)).toEqual(['b']);
    expect(run?.waitByStopMinutes).toBe(15);
    expect(inPasses({ tanks, stops, begunIds: new Set(['b']) }).map((r) => r.tanks)).toEqual([['b']]);
    expect(passOrder({ tanks, stops: [...stops].reverse(), begunIds: new Set(['a', 'b']) })).toEqual(['b', 'a', 'c']);
  });
  it('takes the minutes of its jobs and no more, but for what heaters have to cool', () => {
    const tanks = [tank('a'), tank('b'), tank('c')];
    const [run] = passesOf(tanks);
    const jobs = run?.passes.flatMap((p) => p.stops).reduce((sum, s) => sum + s.minutes, 0);
    expect(jobs).toBe(3 * 19);
    const last = run?.passes.at(-1)?.stops.at(-1);
    expect((last?.startMinutes ?? 0) + (last?.minutes ?? 0)).toBe(3 * 19 + (run?.waitMinutes ?? 0));
  });
  it('a short change has short ends: a quarter of it each', () => {
    const small = (id: string) => tank(id, 'healthy', [job('change', 8)]);
    const [run] = passesOf([small('a'), small('b')]);
    expect(run?.passes.map((p) => [p.pass, p.stops[0]?.minutes])).toEqual([
      ['off', 2],
      ['drain', 2],
      ['fill', 2],
      ['after', 2],
    ]);
  });
  it('a heater cools for a quarter of an hour before the water falls: the others’ plugs are part of it', () => {
    // Off at 3 + 3 = 6 min, the last plug at 12: nine minutes are left of the first one's fifteen, none of the others'.
    const [run] = passesOf([tank('a'), tank('b'), tank('c')]);
    expect(run?.waitMinutes).toBe(9);
    expect(run?.waitByStopMinutes).toBe(45);
    const drained = run?.passes.find((p) => p.pass === 'drain')?.stops[0];
    const off = run?.passes.find((p) => p.pass === 'off')?.stops[0];
    expect((drained?.startMinutes ?? 0) - (off?.startMinutes ?? 0) - (off?.minutes ?? 0)).toBe(15);
  });
  it('is off until a quarter of an hour after the water covers it again', () => {
    const [run] = passesOf([tank('a'), tank('b')]);
    // a: off at 5, drained from 20 to 26, b to 32, a filled to 38.
    expect(run?.heaterOff[0]).toEqual({ tank: 'a', minutes: 38 - 5 + 15 });
  });
  it('scissors and siphon come after the plug and before the water falls; dose, food and the last look after it', () => {
    const all = ['look', 'test', 'trim', 'bed', 'change', 'dose', 'feed', 'again'].map((id) => job(id, 8));
    const [run] = passesOf([tank('a', 'healthy', all), tank('b')]);
    expect(run?.passes.map((p) => [p.pass, p.stops[0]?.tank, p.stops[0]?.jobs])).toEqual([
      ['before', 'a', ['look', 'test']],
      ['off', 'a', []],
      ['trim', 'a', ['trim', 'bed']],
      ['drain', 'a', []],
      ['fill', 'a', []],
      ['after', 'a', ['dose', 'feed', 'again']],
    ]);
    expect(run?.waitByStopMinutes).toBe(15);
  });
});
