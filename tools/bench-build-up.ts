/** Measures the build-up model on synthetic tanks with known truth: coverage, forecast error, delay, speed. */
import { tracked } from '../core/src/readings/build-up';
import { byDay, replayed, withNewest } from '../core/src/readings/build-up-filter';
import { keptCells, keptKinds, keptTank, type KeptCell } from '../core/src/readings/kept-tanks.cases';
import { addedOutcomes, outcomeOf, type KeptOutcome } from '../core/src/readings/kept-tanks-measure.cases';
import { syntheticTank } from '../core/src/readings/synthetic.cases';
import { lookedAt, slowPatterns, slowTank, watched } from '../core/src/tonight/slow-tanks.cases';
import { parameters } from '../almanac/src/parameters/catalogue';

const tanks = Number(process.argv[2] ?? 200);
const percent = (part: number, of: number): string => (of === 0 ? '  -' : ((100 * part) / of).toFixed(0).padStart(3));
const mean = (sum: number, count: number): string => (count === 0 ? '-' : (sum / count).toPrecision(3));
const row = (name: string, o: KeptOutcome): void =>
  console.log(
    name.padEnd(46),
    `spans hold ${percent(o.heldCount, o.spansCount)} %, error ${mean(o.modelErrorValue, o.spansCount)} (last value ${mean(o.lastErrorValue, o.spansCount)}, line of five ${mean(o.lineErrorValue, o.spansCount)})`,
    `| dates ${o.datesCount}, hold ${percent(o.datesHeldCount, o.datesCount)} %, error ${mean(o.modelDateErrorDays, o.datesCount)} days (${mean(o.lastDateErrorDays, o.datesCount)}, ${mean(o.lineDateErrorDays, o.datesCount)})`,
  );
const started = performance.now();
for (const kind of keptKinds) {
  const all = keptCells(kind).flatMap((cell) =>
    Array.from({ length: tanks }, (_, i) => {
      const tank = keptTank(cell, i + 1);
      return { cell, tank, outcome: outcomeOf(tank) };
    }),
  );
  const sumOf = (which: (one: (typeof all)[number]) => boolean): KeptOutcome =>
    addedOutcomes(all.filter(which).map((one) => one.outcome));
  for (const cell of keptCells(kind))
    row(
      `${kind}, every ${cell.everyDays} days${cell.steps ? ', step' : ''}${cell.gap ? ', gap' : ''}`,
      sumOf((one) => Object.entries(cell).every(([key, value]) => one.cell[key as keyof KeptCell] === value)),
    );
  row(
    `${kind}, all`,
    sumOf(() => true),
  );
  row(
    `${kind}, 2 or 3 tests after a step up`,
    sumOf(({ tank: { step, events } }) => {
      const since = events.filter((e) => 'reading' in e && step !== null && e.atDay >= step.atDay).length;
      return step !== null && step.factorRatio > 1 && (since === 2 || since === 3);
    }),
  );
  row(
    `${kind}, above the end of the chart`,
    sumOf(({ tank }) => tank.levelAtDay(0) > tank.endValue),
  );
}
console.log(
  `${((performance.now() - started) / (tanks * 16 * keptKinds.length)).toFixed(2)} ms a tank and parameter (tank, fit, forecast, date)`,
);

/** Ten years of one tank, ten parameters, weekly: the whole refit, and what one more reading costs on top. */
const decade = byDay(syntheticTank(2, { historyDays: 3650 }).events);
const tenParameters = (): void => {
  for (let i = 0; i < 10; i++) tracked({ parameter: 'no3MgPerL', events: decade });
};
const median = (work: () => void, count: number): number => {
  const took = Array.from({ length: count }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  }).sort((a, b) => a - b);
  return took[Math.floor(count / 2)] ?? 0;
};
const { track } = tracked({ parameter: 'no3MgPerL', events: decade });
const newest = { atDay: track.belief.atDay + 1, reading: { lo: 10, hi: 20 } };
console.log(
  `${decade.length} events of ten years x 10 parameters: refit ${median(tenParameters, 15).toFixed(1)} ms (limit 50); one newest reading ${median(
    () => {
      for (let i = 0; i < 1000; i++) withNewest(track, newest);
    },
    15,
  ).toFixed(
    2,
  )} µs; a reading struck a month back ${median(() => void replayed(track, { events: decade, fromAtDay: track.belief.atDay - 30 }), 15).toFixed(2)} ms`,
);

/** Slow harm on made-up tanks: how soon each pattern is found, whether before the band was left, and false alarms. */
const each = 60;
const quiet = Array.from({ length: 2 * each }, (_, i) => watched(slowTank(1000 + i, 'quiet'), parameters));
const house = Array.from({ length: 300 }, (_, i) => slowTank(i + 1, slowPatterns[i % slowPatterns.length] ?? 'quiet'));
const wholeHouseMs = median(() => house.map((tank) => lookedAt(tank, 400, parameters)), 5);
console.log(`Slow harm of 300 tanks, half a year each: ${wholeHouseMs.toFixed(0)} ms (limit 2000)`);
const quietYears = quiet.reduce((sum, w) => sum + w.quietDays, 0) / 365;
for (const pattern of slowPatterns) {
  const all = Array.from({ length: each }, (_, i) => watched(slowTank(i + 1, pattern), parameters));
  const delays = all.flatMap((w) => (w.delayDays === null ? [] : [w.delayDays])).sort((a, b) => a - b);
  const falseCount = quiet.flatMap((w) => w.falseAlarms).filter((id) => id === pattern).length;
  console.log(
    `${pattern.padEnd(22)} found in ${delays.length} of ${each}, before the band was left in ${all.filter((w) => w.inTime).length}; delay ${delays[Math.floor(delays.length / 2)] ?? '-'} days (median), ${delays[Math.floor(delays.length * 0.9)] ?? '-'} (90 %); ${(falseCount / quietYears).toFixed(3)} false alarms a quiet tank-year`,
  );
}
console.log(`(${quietYears.toFixed(0)} quiet tank-years)`);
