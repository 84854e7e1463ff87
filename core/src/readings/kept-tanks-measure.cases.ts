import { buildUp, tracked } from './build-up';
import { byDay, type BuildUpEvent } from './build-up-filter';
import { crossing } from './build-up-forecast';
import { middle } from './interval';
import { theilSenLine } from './slope';
import { keptAheadDays, type KeptTank } from './kept-tanks.cases';

export const keptHorizonDays = [0, 7, 14, 28] as const;

/** What the model said of made-up tanks and what was true: counts and sums, so that cells can be added up. */
export interface KeptOutcome {
  spansCount: number;
  heldCount: number;
  widthValue: number;
  modelErrorValue: number;
  lastErrorValue: number;
  lineErrorValue: number;
  /** Dates on which the ceiling will be passed, where one was offered. */
  datesCount: number;
  datesHeldCount: number;
  modelDateErrorDays: number;
  lastDateErrorDays: number;
  lineDateErrorDays: number;
}
export const noOutcome: KeptOutcome = {
  spansCount: 0,
  heldCount: 0,
  widthValue: 0,
  modelErrorValue: 0,
  lastErrorValue: 0,
  lineErrorValue: 0,
  datesCount: 0,
  datesHeldCount: 0,
  modelDateErrorDays: 0,
  lastDateErrorDays: 0,
  lineDateErrorDays: 0,
};
export const addedOutcomes = (all: readonly KeptOutcome[]): KeptOutcome => {
  const sum = { ...noOutcome };
  for (const one of all) for (const key of outcomeKeys) sum[key] += one[key];
  return sum;
};
const outcomeKeys = Object.keys(noOutcome) as (keyof KeptOutcome)[];

const within = (days: number): number => Math.min(keptAheadDays, Math.max(0, days));

/** What a keeper without a model would say: the last value stays, or a line through the last five goes on. */
function plainForecasts(events: readonly BuildUpEvent[]): {
  last: (atDay: number) => number;
  line: (atDay: number) => number;
} {
  const readings = byDay(events).flatMap((e) => ('reading' in e ? [{ x: e.atDay, y: middle(e.reading) }] : []));
  const lastValue = readings.at(-1)?.y ?? 0;
  const line = theilSenLine(readings.slice(-5));
  return {
    last: () => lastValue,
    line: (atDay) => Math.max(0, line ? line.interceptValue + line.value * atDay : lastValue),
  };
}

const firstDay = (over: (atDay: number) => boolean): number => {
  for (let day = 0; day <= keptAheadDays; day++) if (over(day)) return day;
  return keptAheadDays;
};

export function outcomeOf({ parameter, events, future, band, levelAtDay }: KeptTank): KeptOutcome {
  const beyond = (value: number): boolean => value > (band.hi ?? Infinity) || value < (band.lo ?? -Infinity);
  const lastDay = byDay(events).at(-1)?.atDay ?? 0;
  const known = tracked({ parameter, events: byDay(events) });
  const found = buildUp({
    parameter,
    events,
    horizonDays: keptHorizonDays.map((day) => day - lastDay),
    future,
    nowAtDay: 0,
    known,
  });
  const plain = plainForecasts(events);
  const spans = found.forecast.map((f): KeptOutcome => {
    const truth = levelAtDay(f.atDay);
    return {
      ...noOutcome,
      spansCount: 1,
      heldCount: truth >= f.lo80 && truth <= f.hi80 ? 1 : 0,
      widthValue: f.hi80 - f.lo80,
      modelErrorValue: Math.abs(f.mean - truth),
      lastErrorValue: Math.abs(plain.last(f.atDay) - truth),
      lineErrorValue: Math.abs(plain.line(f.atDay) - truth),
    };
  });
  const leaves = crossing(known.track, {
    band,
    future,
    horizonDays: keptAheadDays,
    nowAtDay: 0,
  });
  // No date where it is most likely out already, nor where the span says nothing: perhaps now, perhaps never.
  if (!leaves || (leaves.lo === 0 && leaves.hi === null) || beyond(found.forecast[0]?.mean ?? 0))
    return addedOutcomes(spans);
  const [lo, hi] = [leaves.lo, leaves.hi ?? Infinity];
  const truly = firstDay((day) => beyond(levelAtDay(day)));
  const never = truly === keptAheadDays && !beyond(levelAtDay(keptAheadDays));
  const likely = within((lo + Math.min(hi, keptAheadDays)) / 2);
  return addedOutcomes([
    ...spans,
    {
      ...noOutcome,
      datesCount: 1,
      datesHeldCount: (never ? hi === Infinity : truly >= lo - 0.5 && truly <= hi + 0.5) ? 1 : 0,
      modelDateErrorDays: Math.abs(likely - truly),
      lastDateErrorDays: Math.abs(firstDay((day) => beyond(plain.last(day))) - truly),
      lineDateErrorDays: Math.abs(firstDay((day) => beyond(plain.line(day))) - truly),
    },
  ]);
}
