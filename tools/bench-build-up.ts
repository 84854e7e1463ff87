/** Measures the build-up model on synthetic tanks with known truth: coverage, forecast error, delay, speed. */
import { buildUp } from '../core/src/readings/build-up';
import { byDay, followed, replayed, withNewest } from '../core/src/readings/build-up-filter';
import { fittedTraits } from '../core/src/readings/build-up-fit';
import { habits } from '../core/src/readings/build-up-habits';
import { middle } from '../core/src/readings/interval';
import { syntheticTank } from '../core/src/readings/synthetic.cases';
import { theilSenLine } from '../core/src/readings/slope';
import { slowPatterns, slowTank, watched } from '../core/src/tonight/slow-tanks.cases';
import { parameters } from '../almanac/src/parameters/catalogue';

const tanks = Number(process.argv[2] ?? 400);
const ahead = [7, 14, 28];
interface Sum {
  n: number;
  inside: number;
  model: number;
  last: number;
  line: number;
  width: number;
}
const rows = new Map<string, Sum>();
const started = performance.now();
for (let seed = 1; seed <= tanks; seed++) {
  const tank = syntheticTank(seed);
  const result = buildUp({ parameter: tank.parameter, events: tank.events, horizonDays: ahead, future: tank.future });
  const readings = byDay(tank.events).flatMap((e) => ('reading' in e ? [{ x: e.atDay, y: middle(e.reading) }] : []));
  const last = readings.at(-1)?.y ?? 0;
  const line = theilSenLine(readings.slice(-5));
  for (const f of result.forecast) {
    const truth = tank.levelAtDay(f.atDay);
    for (const key of [`${tank.parameter}${seed % 4 === 1 ? ' fine' : ''} ${f.day}`, `all ${f.day}`]) {
      const s = rows.get(key) ?? { n: 0, inside: 0, model: 0, last: 0, line: 0, width: 0 };
      const scale = key.startsWith('all') ? habits[tank.parameter].spreadValue : 1;
      s.n += 1;
      s.inside += truth >= f.lo80 && truth <= f.hi80 ? 1 : 0;
      s.model += Math.abs(f.mean - truth) / scale;
      s.last += Math.abs(last - truth) / scale;
      s.line += Math.abs((line ? Math.max(0, line.interceptValue + line.value * f.atDay) : last) - truth) / scale;
      s.width += (f.hi80 - f.lo80) / scale;
      rows.set(key, s);
    }
  }
}
const ms = performance.now() - started;
for (const [key, s] of [...rows].sort())
  console.log(
    key.padEnd(22),
    `n ${s.n}  inside ${((100 * s.inside) / s.n).toFixed(1)} %  error model ${(s.model / s.n).toPrecision(3)}  last value ${(s.last / s.n).toPrecision(3)}  line of five ${(s.line / s.n).toPrecision(3)}  width ${(s.width / s.n).toPrecision(3)}`,
  );
console.log(`${(ms / tanks).toFixed(2)} ms a tank and parameter`);

/** Ten years of one tank, ten parameters, weekly: the whole refit, and what one more reading costs on top. */
const decade = byDay(syntheticTank(2, { historyDays: 3650 }).events);
const tenParameters = (): void => {
  for (let i = 0; i < 10; i++)
    followed({
      parameter: 'no3MgPerL',
      events: decade,
      traits: fittedTraits({ parameter: 'no3MgPerL', events: decade }),
    });
};
const median = (work: () => void, count: number): number => {
  const took = Array.from({ length: count }, () => {
    const from = performance.now();
    work();
    return performance.now() - from;
  }).sort((a, b) => a - b);
  return took[Math.floor(count / 2)] ?? 0;
};
const traits = fittedTraits({ parameter: 'no3MgPerL', events: decade });
const track = followed({ parameter: 'no3MgPerL', events: decade, traits });
const newest = { atDay: track.state.atDay + 1, reading: { lo: 10, hi: 20 } };
console.log(
  `${decade.length} events of ten years x 10 parameters: refit ${median(tenParameters, 15).toFixed(1)} ms (limit 50); one newest reading ${median(
    () => {
      for (let i = 0; i < 1000; i++) withNewest(track, newest);
    },
    15,
  ).toFixed(
    2,
  )} µs; a reading struck a month back ${median(() => void replayed(track, { events: decade, fromAtDay: track.state.atDay - 30 }), 15).toFixed(2)} ms`,
);

/** Slow harm on made-up tanks: how soon each pattern is found, whether before the band was left, and false alarms. */
const each = 60;
const quiet = Array.from({ length: 2 * each }, (_, i) => watched(slowTank(1000 + i, 'quiet'), parameters));
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
