/** Measures the build-up model on synthetic tanks with known truth: coverage, forecast error, delay, speed. */
import { buildUp } from '../core/src/readings/build-up';
import { byDay } from '../core/src/readings/build-up-filter';
import { habits } from '../core/src/readings/build-up-habits';
import { middle } from '../core/src/readings/interval';
import { syntheticTank } from '../core/src/readings/synthetic.cases';
import { theilSenLine } from '../core/src/readings/slope';

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
