/** Measures the build-up model on synthetic tanks with known truth: coverage, forecast error, delay, speed. */
import { buildUp } from '../core/src/readings/build-up';
import { byDay, followed, replayed, withNewest } from '../core/src/readings/build-up-filter';
import { fittedTraits } from '../core/src/readings/build-up-fit';
import { habits } from '../core/src/readings/build-up-habits';
import { middle } from '../core/src/readings/interval';
import { syntheticTank } from '../core/src/readings/synthetic.cases';
import { theilSenLine } from '../core/src/readings/slope';
import { outlookOf } from '../core/src/tonight/outlook';
import { slowHarm } from '../core/src/tonight/slow-harm';
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

/** Slow harm on tanks whose KH begins to fall on day 150, and on tanks where nothing happens: delay and false alarms. */
const dayMs = 86_400_000;
const kh = parameters.find((p) => p.id === 'khDegrees');
let [found, missed, falseAlarms, quietYears] = [0, 0, 0, 0];
const delays: number[] = [];
for (let seed = 1; seed <= 60 && kh; seed++) {
  const falls = seed % 2 === 0;
  let state = seed * 7919;
  const chance = (): number => (state = (state * 16807) % 2147483647) / 2147483647;
  const readings: { lo: number; hi: number; atEpochMs: number }[] = [];
  let alarmedOn: number | null = null;
  for (let day = 0; day <= 365; day++) {
    const level = 5 + 0.25 * (chance() - 0.5) - (falls && day > 150 ? 0.025 * (day - 150) : 0);
    if (day % 7 === 3)
      readings.push({
        lo: Math.round(level * 2) / 2 - 0.25,
        hi: Math.round(level * 2) / 2 + 0.25,
        atEpochMs: day * dayMs,
      });
    if (day % 7 !== 3 || day < 60 || alarmedOn !== null) continue;
    const nowEpochMs = day * dayMs;
    const own = outlookOf({
      parameter: kh,
      readings: readings.slice(-60),
      changes: [],
      band: { lo: 2, hi: 8 },
      nowEpochMs,
    });
    const said = slowHarm({
      catalogue: parameters,
      readings: { khDegrees: readings },
      outlooks: own ? [own] : [],
      sourceEc: [],
      changesPerMonthCount: 4,
      nowEpochMs,
    });
    if (!said.some((f) => f.id === 'kh-decline')) continue;
    if (falls && day > 150) alarmedOn = day;
    else {
      falseAlarms += 1;
      alarmedOn = day;
    }
  }
  if (!falls) quietYears += 1;
  else if (alarmedOn !== null && alarmedOn > 150) {
    found += 1;
    delays.push(alarmedOn - 150);
  } else missed += 1;
}
delays.sort((a, b) => a - b);
console.log(
  `KH that falls 0.025 a day from 5 (below 2 after 120 days): found in ${found}, missed in ${missed}; delay ${delays[Math.floor(delays.length / 2)] ?? 0} days (median), ${delays.at(-1) ?? 0} at most; ${falseAlarms} false alarms in ${quietYears} quiet tank-years`,
);
