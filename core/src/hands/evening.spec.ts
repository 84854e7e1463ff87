import { changeWaitCost, eveningTank, habitMinutes, madeOnce, walkGroupOf, type EveningVisit } from './evening';
import { filterAfter, outageLines, outageStepsOf, outageCauses, sidesOf, type OutageTank } from './outage';
import { walk } from './walk';

const visit = (of: Partial<EveningVisit> = {}): EveningVisit => ({
  id: 'a',
  purpose: 'display',
  doubtful: false,
  lookedTonight: false,
  step: 'none',
  changedTonight: false,
  changeL: 10,
  testsCount: 0,
  testMust: false,
  watchDue: false,
  leftoversCount: 0,
  feeds: false,
  leavesInDays: null,
  courseDue: false,
  inCourse: false,
  inQuarantine: false,
  caseOpen: false,
  openJobsCount: 0,
  spongeDue: false,
  bedDue: false,
  trimMinutes: null,
  contacts: [],
  ...of,
});
const jobsOf = (of: Partial<EveningVisit>) => eveningTank(visit(of), {}).jobs;

describe('the jobs of a visit', () => {
  it('are a look on the usual evening, and nothing once somebody looked', () => {
    expect(jobsOf({}).map((j) => j.id)).toEqual(['look']);
    expect(jobsOf({ feeds: true }).map((j) => [j.id, j.minutes])).toEqual([
      ['look', 1],
      ['feed', 1],
    ]);
    expect(jobsOf({ lookedTonight: true })).toEqual([]);
  });
  it('stand in their natural order, with a look again after what was done to the water', () => {
    const all = jobsOf({ step: 'change-now', testsCount: 2, courseDue: true, openJobsCount: 1 });
    expect(all.map((j) => j.id)).toEqual(['look', 'open-job', 'test', 'change', 'dose', 'again']);
    expect(all.find((j) => j.id === 'test')?.minutes).toBe(8);
    expect(all.find((j) => j.id === 'change')?.minutes).toBe(15);
  });
  it('food follows the change and the dose, which follows the change that would carry it away', () => {
    const all = jobsOf({ step: 'change', courseDue: true, feeds: true }).map((j) => j.id);
    expect(all).toEqual(['look', 'change', 'dose', 'feed']);
  });
  it('where water must be changed now nobody is fed: what is eaten becomes more of what is toxic', () => {
    const ids = (step: EveningVisit['step']) => jobsOf({ step, feeds: true }).map((j) => j.id);
    expect(ids('change-now')).toEqual(['look', 'change', 'again']);
    expect(ids('change')).toContain('feed');
    expect(ids('test')).toContain('feed');
    expect(ids('leave')).toEqual(['look', 'feed']);
  });
  it('what was changed tonight is not changed again, unless it is urgent; it is looked at again, and its sponge waits', () => {
    const ids = (more: Partial<EveningVisit>) => jobsOf({ changedTonight: true, ...more }).map((j) => j.id);
    expect(ids({ step: 'change' })).toEqual(['look', 'again']);
    expect(ids({ step: 'change-now' })).toEqual(['look', 'change', 'again']);
    expect(ids({ spongeDue: true })).not.toContain('sponge');
  });
  it('what was left in the tank comes out first, two minutes a meal, and never waits', () => {
    const left = jobsOf({ leftoversCount: 2, step: 'test' });
    expect(left.map((j) => j.id)).toEqual(['look', 'leftovers', 'test']);
    expect(left[1]).toEqual(jasmine.objectContaining({ minutes: 4, tools: ['siphon'] }));
    expect(left[1]?.mayWait).toBeUndefined();
  });
  it('a test that a move or a hit filter asks for never waits, also where no other is due', () => {
    const test = jobsOf({ testMust: true, lookedTonight: true });
    expect(test).toEqual([{ id: 'test', minutes: 4, tools: ['syringe'] }]);
    expect(jobsOf({ testsCount: 1, lookedTonight: true })[0]?.mayWait).toBeTrue();
  });
  it('the look of a case or a quarantine is a job of its own, and never waits', () => {
    expect(jobsOf({ watchDue: true }).map((j) => [j.id, j.mayWait])).toEqual([
      ['look', undefined],
      ['watch', undefined],
    ]);
  });
  it('scissors before the siphon, the siphon before the sponge; all three may wait', () => {
    const of = jobsOf({ trimMinutes: 25, bedDue: true, spongeDue: true, lookedTonight: true });
    expect(of.map((j) => [j.id, j.minutes, j.mayWait])).toEqual([
      ['trim', 25, true],
      ['bed', 15, true],
      ['sponge', 10, true],
    ]);
    expect(of.find((j) => j.id === 'bed')?.tools).toEqual(['siphon']);
  });
  it('no sponge on the evening of a change, nor while a course runs', () => {
    const ids = (more: Partial<EveningVisit>) => jobsOf({ spongeDue: true, ...more }).map((j) => j.id);
    expect(ids({})).toContain('sponge');
    expect(ids({ step: 'change' })).not.toContain('sponge');
    expect(ids({ step: 'change-now' })).not.toContain('sponge');
    expect(ids({ inCourse: true })).not.toContain('sponge');
  });
  it('only tests and planned changes may wait; a change that is needed now, a dose, a look never', () => {
    const may = (of: Partial<EveningVisit>) => jobsOf(of).flatMap((j) => (j.mayWait ? [j.id] : []));
    expect(may({ step: 'change-now', courseDue: true, openJobsCount: 1 })).toEqual([]);
    expect(may({ step: 'change', testsCount: 1 })).toEqual(['test', 'change']);
    expect(may({ step: 'test' })).toEqual(['test']);
  });
  it('a change that waits takes its look afterwards with it', () => {
    const tank = eveningTank(visit({ step: 'change' }), {});
    expect(tank.jobs.map((j) => j.id)).toEqual(['look', 'change']);
    expect(tank.jobs[1]?.minutes).toBe(15 + 3);
    const done = walk({ tanks: [tank], minutes: 2, dipMinutes: 0 });
    expect(done.ok && done.value.minutes).toBe(1);
  });
  it('take this keeper’s own minutes where there are some', () => {
    const tank = eveningTank(visit({ step: 'change-now', testsCount: 1 }), { look: 1, test: 9, change: 30 });
    expect(tank.jobs.map((j) => j.minutes)).toEqual([1, 9, 30, 3]);
  });
  it('put under treatment last, then quarantine, then doubt', () => {
    expect(walkGroupOf(visit({ inCourse: true, inQuarantine: true, doubtful: true }))).toBe('sick');
    expect(walkGroupOf(visit({ inQuarantine: true, doubtful: true }))).toBe('quarantine');
    expect(walkGroupOf(visit({ purpose: 'quarantine' }))).toBe('quarantine');
    expect(walkGroupOf(visit({ doubtful: true }))).toBe('doubtful');
    expect(walkGroupOf(visit({ caseOpen: true }))).toBe('doubtful');
    expect(walkGroupOf(visit())).toBe('healthy');
  });
  it('a change costs more to leave the sooner its band is left', () => {
    expect([null, 0, 1, 4, 30].map((d) => changeWaitCost(d))).toEqual([1, 10, 5, 2, 1]);
    expect(changeWaitCost(-3)).toBe(10);
  });
});

describe('a keeper’s own minutes', () => {
  const looks = (...all: (number | undefined)[]) => all.map((minutes) => ({ jobs: ['look' as const], minutes }));
  it('are the middle of three stops or more', () => {
    expect(habitMinutes(looks(1, 9, 2))).toEqual({ look: 2 });
    expect(habitMinutes(looks(1, 9, 2, 3))).toEqual({ look: 2.5 });
    expect(habitMinutes(looks(1, 9))).toEqual({});
  });
  it('are not learnt from stops of several jobs, nor from those that nobody timed', () => {
    const both = { jobs: ['look' as const, 'change' as const], minutes: 30 };
    expect(habitMinutes([...looks(1, 2), both, ...looks(undefined)])).toEqual({});
    expect(habitMinutes([...looks(1, 2, 3), both])).toEqual({ look: 2 });
  });
  it('a look and a meal in one stop are halved between them', () => {
    const usual = [2, 4, 6].map((minutes) => ({ jobs: ['look' as const, 'feed' as const], minutes }));
    expect(habitMinutes(usual)).toEqual({ look: 2, feed: 2 });
    const more = [2, 4, 6].map((minutes) => ({ jobs: ['look' as const, 'feed' as const, 'test' as const], minutes }));
    expect(habitMinutes(more)).toEqual({});
  });
  it('forget what is long ago: the last nine count', () => {
    expect(habitMinutes(looks(60, 60, 60, 60, 60, 1, 1, 1, 1, 1, 2, 2, 2, 2))).toEqual({ look: 1 });
  });
});

describe('a stop that two devices say was made', () => {
  const stop = (tankId: string, on: string, ...jobs: ('look' | 'feed' | 'again')[]) => ({ tankId, on, jobs });
  it('counts once in one night, and anew where something else was done or another night has come', () => {
    const all = [
      stop('a', '14', 'look', 'feed'),
      stop('a', '14', 'look', 'feed'),
      stop('a', '14', 'feed'),
      stop('b', '14', 'look', 'feed'),
      stop('a', '15', 'look', 'feed'),
      stop('a', '14', 'look', 'again'),
    ];
    expect(madeOnce(all)).toEqual([all[0], all[3], all[4], all[5]] as typeof all);
  });
});

describe('an outage', () => {
  const tank = (id: string, of: Partial<OutageTank> = {}): OutageTank => ({
    id,
    waterL: 54,
    tempC: 25,
    animalsG: 30,
    surfaceCm2: 1800,
    areaCm2: 9600,
    ...of,
  });
  const base = { cause: 'power' as const, hours: 2, roomC: 18, insulation: 'glass' as const, aeratedIds: [] };
  it('puts first whose oxygen ends first, and last who has air', () => {
    const tanks = [tank('calm'), tank('full', { animalsG: 300 }), tank('aired', { animalsG: 900 })];
    const lines = outageLines({ ...base, aeratedIds: ['aired'], tanks });
    expect(lines.map((l) => l.id)).toEqual(['full', 'calm', 'aired']);
    expect(lines[2]?.oxygenLeftHours).toEqual({ lo: null, hi: null });
  });
  it('counts what is left from now on, never below nothing', () => {
    const left = (hours: number) =>
      outageLines({ ...base, hours, tanks: [tank('a', { animalsG: 100 })] })[0]?.oxygenLeftHours.lo ?? NaN;
    expect(left(0) - left(1)).toBeCloseTo(1, 9);
    expect(left(100)).toBe(0);
  });
  it('cools with the hours where nothing warms; a stuck heater is no cooling, and runs its filter', () => {
    const [line] = outageLines({ ...base, hours: 6, tanks: [tank('a')] });
    expect(line?.nowC.hi).toBeLessThan(25);
    expect(line?.laterC.hi).toBeLessThan(line?.nowC.hi ?? 0);
    expect(line?.filter).toBe('foul');
    const [stuck] = outageLines({ ...base, cause: 'heater-stuck', hours: 6, tanks: [tank('a')] });
    expect(stuck?.laterC).toEqual({ lo: 25, hi: 25 });
    expect(stuck?.filter).toBe('sound');
    expect(stuck?.oxygenLeftHours.lo).toBeNull();
  });
  it('a filter is short after an hour and foul after four', () => {
    expect([0.99, 1, 3.99, 4].map(filterAfter)).toEqual(['sound', 'short', 'short', 'foul']);
  });
  it('begins with dry hands and the plug wherever the mains are on, and never with food', () => {
    for (const cause of outageCauses) {
      const { now, after } = outageStepsOf(cause);
      if (cause !== 'power') expect(now[0]).toBe('dry-hands');
      if (cause !== 'power') expect(now).toContain('unplug');
      expect(after.at(-1)).toBe('watch');
      expect(now.length).toBeGreaterThan(3);
    }
    expect(outageStepsOf('power').after[0]).toBe('pour-away');
    expect(outageStepsOf('power').now[0]).toBe('air');
  });
  it('by measure: a box of 60 x 30 x 36 cm has 1,800 cm² of surface and 10,080 in all; unmeasured, a cube', () => {
    const box = { lengthCm: 60, widthCm: 30, heightCm: 36 };
    expect(sidesOf({ waterL: 54, geometry: box })).toEqual({ surfaceCm2: 1800, areaCm2: 10_080 });
    const cube = sidesOf({ waterL: 27, geometry: null });
    expect(cube.surfaceCm2).toBeCloseTo(900, 9);
    expect(cube.areaCm2).toBeCloseTo(5400, 9);
  });
});
