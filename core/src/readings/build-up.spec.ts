import fc from 'fast-check';
import { momentsOf } from './build-up-belief';
import { nileFlows, nileVariances } from './build-up.cases';
import { buildUp } from './build-up';
import { byDay, followed, priorBelief, replayed, smoothed, withNewest, type BuildUpEvent } from './build-up-filter';
import { fittedTraits, traitsFrom } from './build-up-fit';
import { crossing, routineOf, settling } from './build-up-forecast';
import { traitsOf } from './parameter';
import {
  afterChange,
  afterDays,
  observed,
  smoothedBack,
  type BuildUpState,
  type BuildUpTraits,
} from './build-up-state';
import { normalTailFraction, truncatedNormal } from './normal';
import { syntheticTank } from './synthetic.cases';

/** What must be there: a missing one fails the spec. */
const there = <T>(value: T | undefined): T => {
  if (value === undefined) throw new Error('missing');
  return value;
};
const gaussian = (more: Partial<BuildUpTraits>): BuildUpTraits => ({
  wanderValue: 0,
  driftPerDay: 0,
  usualProductionPerDay: 0,
  returnPerDay: 0,
  readingValue: 1,
  readingFraction: 0,
  misreadFraction: 0,
  jumpFraction: 0,
  jumpValue: 1,
  stepPerDay: 0,
  stepValue: 0,
  mostPerDay: 1,
  ...more,
});
const start = (more: Partial<BuildUpState> = {}): BuildUpState => ({
  atDay: 0,
  levelValue: 0,
  productionPerDay: 0,
  levelVarianceValue: 1e7,
  covarianceValue: 0,
  productionVarianceValue: 1e-14,
  ...more,
});

describe('normal in a span (Johnson, Kotz & Balakrishnan 1994)', () => {
  it('has the half-normal mean sqrt(2/pi) and variance 1 - 2/pi above its middle', () => {
    const told = truncatedNormal({ meanValue: 0, varianceValue: 1, span: { lo: 0, hi: null } });
    expect(told.meanValue).toBeCloseTo(Math.sqrt(2 / Math.PI), 12);
    expect(told.varianceValue).toBeCloseTo(1 - 2 / Math.PI, 12);
    expect(Math.exp(told.logEvidenceRatio)).toBeCloseTo(0.5, 12);
  });
  it('puts 2.5 % above 1.959964 and 10 % above 1.281552 standard deviations', () => {
    expect(normalTailFraction(1.959963984540054)).toBeCloseTo(0.025, 12);
    expect(normalTailFraction(1.2815515655446004)).toBeCloseTo(0.1, 12);
  });
  it('is the mirror image below, and lies within its span, even forty deviations out', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -40, max: 40, noNaN: true }),
        fc.double({ min: 0.001, max: 20, noNaN: true }),
        (lo, wide) => {
          const right = truncatedNormal({ meanValue: 0, varianceValue: 1, span: { lo, hi: lo + wide } });
          const left = truncatedNormal({ meanValue: 0, varianceValue: 1, span: { lo: -lo - wide, hi: -lo } });
          expect(right.meanValue).toBeGreaterThanOrEqual(lo - 1e-6);
          expect(right.meanValue).toBeLessThanOrEqual(lo + wide + 1e-6);
          expect(right.varianceValue).toBeGreaterThan(0);
          expect(right.varianceValue).toBeLessThanOrEqual(1 + 1e-9);
          expect(left.meanValue).toBeCloseTo(-right.meanValue, 6);
        },
      ),
    );
  });
});

describe('the Gaussian special case', () => {
  interface Run {
    filtered: BuildUpState[];
    predicted: BuildUpState[];
    logEvidenceRatio: number;
  }
  const run = (): Run => runOver(nileFlows);
  const runOver = (flows: readonly number[]): Run => {
    const traits = gaussian({ wanderValue: Math.sqrt(nileVariances.level) });
    const filtered: BuildUpState[] = [];
    const predicted: BuildUpState[] = [];
    let state = start();
    let logEvidenceRatio = 0;
    for (const [year, flow] of flows.entries()) {
      state = afterDays(state, year - state.atDay, traits).state;
      predicted.push(state);
      const told = observed(state, { lo: flow, hi: flow }, Math.sqrt(nileVariances.reading));
      if (year > 0) logEvidenceRatio += told.logEvidenceRatio;
      state = told.state;
      filtered.push(state);
    }
    return { filtered, predicted, logEvidenceRatio };
  };
  it('has the Nile’s log likelihood of -632.54 (Durbin & Koopman 2012, table 2.1) and mean of 919.35', () => {
    expect(nileFlows.reduce((a, b) => a + b) / 100).toBeCloseTo(919.35, 10);
    // Their diffuse likelihood leaves the constant of the first observation out.
    expect(run().logEvidenceRatio).toBeCloseTo(-632.54, 1);
  });
  it('comes to the steady state of the Riccati equation, (q + sqrt(q² + 4q)) / 2 (their section 2.11)', () => {
    const q = nileVariances.level / nileVariances.reading;
    const steady = ((q + Math.sqrt(q * q + 4 * q)) / 2) * nileVariances.reading;
    expect(run().predicted.at(-1)?.levelVarianceValue).toBeCloseTo(steady, 3);
  });
  it('forecasts 798.37 after 1970 (their section 2.5; the figure from memory)', () => {
    expect(run().filtered.at(-1)?.levelValue).toBeCloseTo(798.37, 1);
  });
  it('smooths as two filters from both ends do', () => {
    const { filtered, predicted } = run();
    let later = there(filtered.at(-1));
    const smooth = [later];
    for (let i = filtered.length - 2; i >= 0; i--) {
      later = smoothedBack({
        filtered: there(filtered[i]),
        predicted: there(predicted[i + 1]),
        later,
        by: { levelOfLevelFraction: 1, levelOfProductionDays: 1, productionOfProductionFraction: 1 },
      });
      smooth.unshift(later);
    }
    // Two filters from both ends, joined by their precisions (Fraser & Potter 1969), give the same in the middle.
    const year = 50;
    const back = there(runOver([...nileFlows].reverse()).predicted[nileFlows.length - 1 - year]);
    const here = there(filtered[year]);
    const [a, b] = [1 / here.levelVarianceValue, 1 / back.levelVarianceValue];
    expect(smooth[year]?.levelValue).toBeCloseTo((a * here.levelValue + b * back.levelValue) / (a + b), 1);
    expect(smooth[year]?.levelVarianceValue).toBeCloseTo(1 / (a + b), 0);
  });
});

describe('the build-up of a tank', () => {
  const weekly = (count: number): BuildUpEvent[] =>
    Array.from({ length: count }, (_, i): BuildUpEvent[] => [
      { atDay: i * 7, reading: { lo: 29, hi: 31 } },
      { atDay: i * 7 + 0.1, reading: { lo: 29, hi: 31 } },
    ]).flat();
  it('settles at 60 before and 45 after a weekly quarter with 15 a week (common practice, T09)', () => {
    const routine = { everyDays: 7, changeFraction: 0.25, sourceValue: 0 };
    expect(settling({ routine, productionPerDay: 15 / 7 })).toEqual({ peak: 60, trough: 45 });
  });
  it('finds 15 a week in 40, a quarter out, 45 a week later (T09), and sees it settle near 60 and 45', () => {
    const events: BuildUpEvent[] = [];
    for (let week = 0, level = 40; week < 10; week++) {
      events.push({ atDay: week * 7, reading: { lo: level - 0.5, hi: level + 0.5 } });
      events.push({ atDay: week * 7 + 0.01, changeFraction: 0.25, sourceValue: 0 });
      level = level * 0.75 + 15;
    }
    const found = buildUp({ parameter: 'no3MgPerL', events, horizonDays: [6.9] });
    expect(found.productionPerDay.mean * 7).toBeCloseTo(15, -0.5);
    expect(Math.abs((found.settles?.peak.mean ?? 0) - 60)).toBeLessThan(6);
    expect(Math.abs((found.settles?.trough.mean ?? 0) - 45)).toBeLessThan(6);
    expect(found.forecast[0]?.lo80).toBeLessThan(58);
  });
  it('believes a span no more than a span: six readings of 20-40 leave the level anywhere between', () => {
    const events = Array.from({ length: 6 }, (_, i): BuildUpEvent => ({ atDay: i * 7, reading: { lo: 20, hi: 40 } }));
    const { level } = buildUp({ parameter: 'no3MgPerL', events, horizonDays: [] });
    expect(level.hi80 - level.lo80).toBeGreaterThan(4);
    expect(level.mean).toBeGreaterThan(20);
    expect(level.mean).toBeLessThan(40);
  });
  it('does not follow one odd reading, and says that it was odd', () => {
    const events: BuildUpEvent[] = [...weekly(6), { atDay: 42, reading: { lo: 119, hi: 121 } }];
    const found = buildUp({ parameter: 'no3MgPerL', events, horizonDays: [] });
    expect(found.level.mean).toBeLessThan(90);
    expect(found.lastReading?.oddFraction).toBeGreaterThan(0.9);
  });
  it('follows when the second and third say the same', () => {
    const odd = [42, 43, 44].map((atDay): BuildUpEvent => ({ atDay, reading: { lo: 119, hi: 121 } }));
    const found = buildUp({ parameter: 'no3MgPerL', events: [...weekly(6), ...odd], horizonDays: [] });
    expect(found.level.mean).toBeGreaterThan(110);
  });
  it('is less sure after a silent month than after a silent week', () => {
    const at = (days: number): number => {
      const [f] = buildUp({ parameter: 'no3MgPerL', events: weekly(6), horizonDays: [days] }).forecast;
      return (f?.hi80 ?? 0) - (f?.lo80 ?? 0);
    };
    expect(at(30)).toBeGreaterThan(at(7));
  });
  it('takes a dose for what it adds', () => {
    const before = buildUp({ parameter: 'no3MgPerL', events: weekly(4), horizonDays: [] }).level.mean;
    const dosed = [...weekly(4), { atDay: 21.2, addValue: 10 }];
    expect(buildUp({ parameter: 'no3MgPerL', events: dosed, horizonDays: [] }).level.mean - before).toBeCloseTo(10, 0);
  });
  it('says in how many days a ceiling is passed, as a span', () => {
    const rising = Array.from({ length: 8 }, (_, i): BuildUpEvent => ({
      atDay: i * 4,
      reading: { lo: 9.5 + i * 4, hi: 10.5 + i * 4 },
    }));
    const track = followed({
      parameter: 'no3MgPerL',
      events: rising,
      traits: fittedTraits({ parameter: 'no3MgPerL', events: rising }),
    });
    const passed = crossing(track, { band: { lo: 0, hi: 50 }, future: [], horizonDays: 60 });
    expect(passed?.side).toBe('above');
    // One a day from 38: twelve days to 50.
    expect(passed?.lo).toBeLessThanOrEqual(12);
    expect(passed?.hi).toBeGreaterThanOrEqual(12);
  });
  it('reads the routine off the last changes', () => {
    const changes = [0, 7, 14, 21].map((atDay) => ({ atDay, changeFraction: 0.3, sourceValue: 5 }));
    expect(routineOf(changes)).toEqual({ everyDays: 7, changeFraction: 0.3, sourceValue: 5 });
    expect(routineOf(changes.slice(0, 1))).toBeNull();
  });
  it('mixes a change as the volumes say', () => {
    const { state } = afterChange(start({ levelValue: 40 }), {
      changeFraction: 0.25,
      sourceValue: 0,
      changeSdFraction: 0,
      sourceSdValue: 0,
    });
    expect(state.levelValue).toBe(30);
  });
});

describe('the track', () => {
  const { parameter, events: unordered } = syntheticTank(7, { historyDays: 900 });
  const events = byDay(unordered);
  const traits = traitsFrom(traitsOf(parameter).habit, [0, 0, 0]);
  it('takes the newest event in one step to the same belief as from the beginning', () => {
    const whole = followed({ parameter, events, traits });
    const before = followed({ parameter, events: events.slice(0, -1), traits });
    const newest = events.at(-1);
    expect(newest && withNewest(before, newest)).toEqual(whole);
  });
  it('replays a struck reading from a checkpoint to the same belief as from the beginning', () => {
    const struckIndex = events.length - 20;
    const left = events.filter((_, i) => i !== struckIndex);
    const fromAtDay = events[struckIndex]?.atDay ?? 0;
    const track = followed({ parameter, events, traits });
    expect(replayed(track, { events: left, fromAtDay }).belief).toEqual(
      followed({ parameter, events: left, traits }).belief,
    );
    expect(track.checkpoints.length).toBeGreaterThan(2);
  });
  it('smooths with hindsight: nearer to the truth than the filter, on synthetic tanks', () => {
    let [smoothError, filterError] = [0, 0];
    for (let seed = 1; seed <= 40; seed++) {
      const tank = syntheticTank(seed);
      const own = byDay(tank.events);
      const fitted = fittedTraits({ parameter: tank.parameter, events: own });
      const scale = traitsOf(tank.parameter).habit.spreadValue;
      const hindsight = smoothed({ parameter: tank.parameter, events: own, traits: fitted });
      own.forEach((event, i) => {
        if (!('reading' in event)) return;
        const { belief } = followed({ parameter: tank.parameter, events: own.slice(0, i + 1), traits: fitted });
        const seen = momentsOf(belief.parts).levelValue;
        const truth = tank.levelAtDay(event.atDay);
        // On the day of a change the truth is after it.
        smoothError += Math.abs((hindsight[i]?.level.mean ?? 0) - truth) / scale;
        filterError += Math.abs(seen - truth) / scale;
      });
    }
    expect(smoothError).toBeLessThan(filterError);
  });
  it('starts from the habit of the parameter where nothing is known', () => {
    expect(followed({ parameter: 'khDegrees', events: [], traits }).belief).toEqual(
      priorBelief(traitsOf('khDegrees').habit, 0),
    );
  });
});
