import { dayMs } from '#core/units';
import { middle, type Interval } from '#core/readings';
import type { EvidenceGrade } from '#core/water';
import { expectedFirstLosses } from './arrival';
import type { StockKind } from './kind';
import type { Population, StockEvent } from './population';

/** What the animals of a kind say, with the figures that speak for it; sentences are made in `words`. */
export type StockAlarmReason =
  | {
      id: 'deaths';
      facts: { seenCount: number; expectedCount: number; colonyCount: number; act: boolean; expected: boolean };
    }
  | { id: 'first-losses'; facts: { lostCount: number; arrivedCount: number; upToCount: number } }
  | { id: 'missing'; facts: { missingCount: number } }
  | { id: 'not-grazing'; facts: Record<string, never> }
  | { id: 'young-not-growing'; facts: Record<string, never> }
  | { id: 'no-young'; facts: { weeksCount: number } }
  | { id: 'moults'; facts: { seenCount: number; expectedCount: number } };
export interface StockAlarm {
  severity: 'act' | 'watch' | 'note';
  kindId: string;
  /** The keeper's own word for the kind where there is one. */
  kindName: string;
  reason: StockAlarmReason;
  grade: EvidenceGrade;
}

const weekDays = 7;
/** So long after an arrival a loss or two is expected (common practice). */
const firstDays = 14;

/**
 * The chance of at least this many events where so many are expected (Poisson): 1 − Σ e^−λ λ^i / i!.
 * Rare and independent events; any textbook of statistics. Range λ 0-700.
 * @example poissonTail({ seenCount: 3, expectedCount: 0.5 }) // 0.0144
 */
export function poissonTail({ seenCount, expectedCount }: { seenCount: number; expectedCount: number }): number {
  if (!(seenCount > 0)) return 1;
  if (!(expectedCount > 0)) return 0;
  // Beyond this the tail is smaller than a number can say, whatever is expected within the range.
  if (seenCount > mostTerms) return 0;
  const expected = Math.min(expectedCount, mostExpectedCount);
  let [term, sum] = [Math.exp(-expected), 0];
  for (let i = 0; i < seenCount; i++) {
    sum += term;
    term *= expected / (i + 1);
  }
  return Math.max(0, 1 - sum);
}

/** e^-745 is the smallest that a number can say; a larger expectation is taken as this. */
const mostExpectedCount = 700;
const mostTerms = 5000;

/** How unlikely it must be by chance: one week in a hundred to act, one in twenty to watch (our choice). */
const alarmAt = { act: 0.01, watch: 0.05 };

/** From here on a death a week is the tank's habit, or its colony's turnover. Ours. */
const usualWeeklyCount = 0.75;

const within = (events: readonly StockEvent[], fromEpochMs: number, toEpochMs: number): StockEvent[] =>
  events.filter((e) => e.atEpochMs > fromEpochMs && e.atEpochMs <= toEpochMs);
const sum = (events: readonly StockEvent[]): number =>
  events.reduce((total, e) => total + Math.max(e.count?.lo ?? 0, 0), 0);

/**
 * What the week's events of one population mean: rates against its size, the kind's age and the tank's own habit.
 *
 * Deaths: expected are the turnover of the lifespan and the tank's mean of the half year before, the larger; alarm by
 * the Poisson tail; what may be chance is watched too, unless about one a week is usual. In the first fortnight after an arrival a loss or two of the new is expected; what died before they
 * came, or of animals that were there already, is judged as ever. Missing without bodies is a case
 * of its own. Early signs: a colony of grown animals without berried females or young for six weeks, young that do not
 * grow, animals that do not graze (common practice).
 */
export function stockAlarms({
  kind,
  population,
  events,
  nowEpochMs,
}: {
  kind: StockKind;
  population: Population;
  events: readonly StockEvent[];
  nowEpochMs: number;
}): StockAlarm[] {
  const own = events.filter((e) => e.kindId === kind.id && e.strain === population.strain && e.atEpochMs <= nowEpochMs);
  const alarms: StockAlarm[] = [];
  const raise: Raise = (severity, reason, grade = 'common-practice') => {
    alarms.push({ severity, kindId: kind.id, kindName: kind.commonName, reason, grade });
  };
  deathAlarm({ kind, population, own, nowEpochMs, raise });
  missingAlarm({ own, nowEpochMs, raise });
  signAlarms({ own, nowEpochMs, raise });
  broodAlarm({ own, nowEpochMs, kind, population, raise });
  moultAlarm({ own, nowEpochMs, population, raise });
  return alarms;
}

type Raise = (severity: StockAlarm['severity'], reason: StockAlarmReason, grade?: EvidenceGrade) => void;
interface Looked {
  own: readonly StockEvent[];
  nowEpochMs: number;
  raise: Raise;
}

function deathAlarm({
  kind,
  population,
  own,
  nowEpochMs,
  raise,
}: Looked & { population: Population; kind: StockKind }): void {
  const deaths = own.filter((e) => e.event === 'died');
  const seenCount = sum(within(deaths, nowEpochMs - weekDays * dayMs, nowEpochMs));
  if (seenCount === 0) return;
  const arrivals = within(own, nowEpochMs - firstDays * dayMs, nowEpochMs).filter((e) => e.event === 'arrived');
  const first = expectedFirstLosses({ arrivedCount: sum(arrivals) });
  const cameEpochMs = Math.min(...arrivals.map((e) => e.atEpochMs));
  const sinceArrival = sum(within(deaths, cameEpochMs, nowEpochMs));
  // Who died before they came was there already: an ongoing loss is no loss of the new.
  const ongoing = sum(within(deaths, nowEpochMs - weekDays * dayMs, Math.min(cameEpochMs, nowEpochMs)));
  if (arrivals.length > 0 && ongoing === 0 && sinceArrival <= first.upToCount) {
    raise('watch', {
      id: 'first-losses',
      facts: { lostCount: sinceArrival, arrivedCount: sum(arrivals), upToCount: first.upToCount },
    });
    return;
  }
  const size = (population.count.lo + population.count.hi) / 2 + seenCount;
  const lifeDays = (kind.animal?.lifespanYears.lo ?? 2) * 365;
  const turnoverCount = (size * weekDays) / lifeDays;
  const before = sum(within(deaths, nowEpochMs - 189 * dayMs, nowEpochMs - weekDays * dayMs)) / 26;
  const expectedCount = Math.max(turnoverCount, before, 0.02);
  const chance = poissonTail({ seenCount, expectedCount });
  const act = chance < alarmAt.act;
  const expected = chance >= alarmAt.watch;
  // Where about one a week is usual, one is no news. Elsewhere even a death that may be chance is looked at again.
  if (expected && expectedCount >= usualWeeklyCount) return;
  raise(
    act ? 'act' : 'watch',
    {
      id: 'deaths',
      facts: { seenCount, expectedCount, colonyCount: Math.round(size), act, expected },
    },
    'ours',
  );
}

/**
 * Deaths that a line told without a kind ("2 dead"): held against all that live there, by the turnover of their lifespans.
 * Where no stock is in the book there is nothing to hold them against, and they are acted on.
 * @example lossesAlarm({ deathsCount: 1, residents: [] }) // { severity: 'act', livingCount: null }
 */
export function lossesAlarm({
  deathsCount,
  residents,
}: {
  deathsCount: number;
  residents: readonly { kind: Pick<StockKind, 'animal'>; count: Interval }[];
}): { severity: 'act' | 'watch'; livingCount: number | null } {
  const animals = residents.filter(({ kind }) => kind.animal !== null);
  if (animals.length === 0) return { severity: 'act', livingCount: null };
  let [livingCount, expectedCount] = [0, 0];
  for (const { kind, count } of animals) {
    const size = middle(count);
    livingCount += size;
    expectedCount += (size * weekDays) / ((kind.animal?.lifespanYears.lo ?? 2) * 365);
  }
  const chance = poissonTail({ seenCount: deathsCount, expectedCount: Math.max(expectedCount, 0.02) });
  return { severity: chance < alarmAt.act ? 'act' : 'watch', livingCount: Math.round(livingCount) };
}

function missingAlarm({ own, nowEpochMs, raise }: Looked): void {
  const gone = sum(within(own, nowEpochMs - 14 * dayMs, nowEpochMs).filter((e) => e.event === 'missing'));
  const counts = own.filter((e) => e.event === 'counted');
  const [last, before] = [counts.at(-1), counts.at(-2)];
  const between = last && before ? within(own, before.atEpochMs, last.atEpochMs) : [];
  const found = sum(between.filter((e) => e.event === 'died' || e.event === 'given-away' || e.event === 'moved-out'));
  const lost = last && before ? (before.count?.lo ?? 0) - found - (last.count?.hi ?? last.count?.lo ?? 0) : 0;
  const recent = last !== undefined && nowEpochMs - last.atEpochMs < 14 * dayMs;
  const missing = Math.max(gone, recent ? lost : 0);
  if (missing > 0) raise(missing >= 3 ? 'act' : 'watch', { id: 'missing', facts: { missingCount: missing } });
}

function signAlarms({ own, nowEpochMs, raise }: Looked): void {
  const signs = within(own, nowEpochMs - 7 * dayMs, nowEpochMs).filter((e) => e.event === 'sign');
  const last = signs.at(-1)?.sign;
  if (last === 'not-grazing' || last === 'young-not-growing') raise('watch', { id: last, facts: {} });
}

const quietWeeks = 6;
function broodAlarm({
  kind,
  own,
  nowEpochMs,
  population,
  raise,
}: Looked & { population: Population; kind: StockKind }): void {
  const mode = kind.animal?.brood?.mode;
  if (mode !== 'carries-eggs' && mode !== 'livebearer') return;
  const since = nowEpochMs - quietWeeks * 7 * dayMs;
  const youngest = own.find((e) => e.event !== 'sign');
  const settled =
    youngest !== undefined && youngest.atEpochMs < nowEpochMs - (kind.animal?.maturityDays ?? 120) * dayMs;
  const watched = within(own, since, nowEpochMs).length > 0;
  const hadYoung = own.some((e) => e.event === 'berried' || e.event === 'born');
  const fruitful = within(own, since, nowEpochMs).some((e) => e.event === 'berried' || e.event === 'born');
  if (settled && watched && hadYoung && !fruitful && population.count.lo >= 10)
    raise('watch', { id: 'no-young', facts: { weeksCount: quietWeeks } });
}

function moultAlarm({ own, nowEpochMs, population, raise }: Looked & { population: Population }): void {
  const moults = sum(within(own, nowEpochMs - 1.5 * dayMs, nowEpochMs).filter((e) => e.event === 'moulted'));
  // A grown dwarf shrimp moults every four to six weeks (common practice): a colony of n gives n / 35 a day.
  const expectedCount = Math.max(0.05, (population.count.lo + population.count.hi) / 2 / 35) * 1.5;
  if (moults > 1 && poissonTail({ seenCount: moults, expectedCount }) < alarmAt.watch)
    raise('watch', { id: 'moults', facts: { seenCount: moults, expectedCount } });
}
