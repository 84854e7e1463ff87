import { dayMs } from '#core/units';
import { silent, type Recorder } from '#core/explain';
import { medianOf, theilSenSlope } from '#core/readings';
import type { ReasonOf } from '#core/result';

/** What is cleaned by itself, beside the bed in its parts. */
export const cleanedParts = ['bed', 'sponge', 'prefilter', 'glass', 'lid'] as const;
export type CleanedPart = (typeof cleanedParts)[number];
/** What the bucket told. */
export const bucketSigns = ['droppings-usual', 'droppings-white', 'none', 'animals', 'smell', 'food'] as const;
export type BucketSign = (typeof bucketSigns)[number];
/** The bed as it is taken where nobody drew a plan: four rows of eight. */
export const plainBed: readonly BedSquare[] = ['A', 'B', 'C', 'D'].flatMap((row) =>
  Array.from({ length: 8 }, (_, i) => ({ id: `${row}${i + 1}`, open: true, dead: false })),
);
/** How the bed of a tank is kept, by school; all are common practice, none is proven best. */
export const bedSchools = ['never', 'skim', 'spots', 'half', 'sections'] as const;
export type BedSchool = (typeof bedSchools)[number];
/** One square of the tank's plan: its name, whether bed lies there, whether water hardly moves over it. */
export interface BedSquare {
  id: string;
  open: boolean;
  dead: boolean;
}
export interface BedCleaned {
  atEpochMs: number;
  squareIds: readonly string[];
}
export type BedBlock = ReasonOf<{
  'case-open': Record<string, never>;
  'active-soil': Record<string, never>;
  rooted: Record<string, never>;
  tonight: { shareFraction: number };
  'too-soon': { sinceDays: number; leastDays: number };
}>;
export interface BedNext {
  /** Squares that are next; empty where nothing is. */
  squareIds: readonly string[];
  /** Of the whole bed. */
  shareFraction: number;
  /** When each square was last done. */
  lastBySquare: ReadonlyMap<string, number>;
  blocks: readonly BedBlock[];
  /** Young are about: through a sieve, and the bucket looked through. */
  sieve: boolean;
  /** Half was done, the other half still waits. */
  otherHalfWaits: boolean;
}

/** Days between two parts of one bed, so that what lives in it can grow back (common practice: a week or two). */
const leastDaysBetween: Readonly<Record<BedSchool, number>> = { never: 0, skim: 3, spots: 7, half: 7, sections: 7 };
/** Never more of a bed in one evening than this. */
export const mostBedFraction = 0.5;
/**
 * The share of a bed that is done in one evening with this part of it: what was skimmed does not count.
 * @example bedShareOfNight(['A1', 'A2'], { before: [], openCount: 4 }) // 0.5
 */
export function bedShareOfNight(
  squareIds: readonly string[],
  { before, openCount }: { before: readonly (readonly string[])[]; openCount: number },
): number {
  return openCount === 0 ? 0 : new Set([...squareIds, ...before.flat()]).size / openCount;
}
const sectionFraction = 0.25;
/** A half that waits longer than this is asked for. */
const otherHalfDays = 7;
const longestHalfDays = 60;

/**
 * Which part of the bed is next, by the school this tank is kept by: nothing; the surface; the bad spots; the half or the
 * quarter that was done longest ago. Never more than half of it in one evening, and not while a case is open; over active
 * soil only the surface.
 *
 * Squares are those of the tank's plan. Common practice; days between parts are ours.
 * @example bedNext({ squares, cleaned: [], school: 'half', … }).squareIds // the left half
 */
export function bedNext({
  squares,
  cleaned,
  school,
  youngAbout,
  caseOpen,
  activeSoil,
  nowEpochMs,
  tonight,
}: {
  squares: readonly BedSquare[];
  cleaned: readonly BedCleaned[];
  school: BedSchool;
  youngAbout: boolean;
  caseOpen: boolean;
  activeSoil: boolean;
  nowEpochMs: number;
  /** Whether a moment belongs to this evening. */
  tonight: (atEpochMs: number) => boolean;
}): BedNext {
  const open = squares.filter((s) => s.open);
  const last = new Map<string, number>();
  for (const { atEpochMs, squareIds } of cleaned)
    for (const id of squareIds) last.set(id, Math.max(last.get(id) ?? -Infinity, atEpochMs));
  const lastOf = (id: string): number => last.get(id) ?? -Infinity;
  const share = (ids: readonly string[]): number => (open.length === 0 ? 0 : ids.length / open.length);
  const doneTonight = open.filter((s) => last.has(s.id) && tonight(lastOf(s.id))).map((s) => s.id);
  const newest = Math.max(...open.map((s) => lastOf(s.id)), -Infinity);
  const sinceDays = (nowEpochMs - newest) / dayMs;
  const digs = school === 'spots' || school === 'half' || school === 'sections';
  const blocks: BedBlock[] = [
    ...(caseOpen && digs ? [{ id: 'case-open' as const, facts: {} }] : []),
    ...(activeSoil && digs ? [{ id: 'active-soil' as const, facts: {} }] : []),
    ...(school === 'never' ? [{ id: 'rooted' as const, facts: {} }] : []),
    ...(digs && share(doneTonight) >= mostBedFraction
      ? [{ id: 'tonight' as const, facts: { shareFraction: share(doneTonight) } }]
      : digs && Number.isFinite(newest) && sinceDays < leastDaysBetween[school]
        ? [{ id: 'too-soon' as const, facts: { sinceDays, leastDays: leastDaysBetween[school] } }]
        : []),
  ];
  const wanted = partOf(open, { school, lastOf });
  const half = newestHalf(open, lastOf, newest);
  return {
    squareIds: wanted,
    shareFraction: share(wanted),
    lastBySquare: last,
    blocks,
    sieve: youngAbout && school !== 'never',
    otherHalfWaits:
      school === 'half' &&
      half &&
      sinceDays >= otherHalfDays &&
      sinceDays <= longestHalfDays &&
      !blocks.some((b) => b.id !== 'too-soon'),
  };
}
/** Some of it was done in the last sitting, and some was not in two months around it. */
function newestHalf(open: readonly BedSquare[], lastOf: (id: string) => number, newest: number): boolean {
  if (!Number.isFinite(newest)) return false;
  return open.some((s) => lastOf(s.id) < newest - longestHalfDays * dayMs);
}
function partOf(
  open: readonly BedSquare[],
  { school, lastOf }: { school: BedSchool; lastOf: (id: string) => number },
): string[] {
  // What was never done first, then what was done longest ago; as the plan has it where they are alike.
  const byAge = [...open].sort((a, b) => lastOf(a.id) - lastOf(b.id) || open.indexOf(a) - open.indexOf(b));
  switch (school) {
    case 'never':
      return [];
    case 'skim':
      return open.map((s) => s.id);
    case 'spots':
      return byAge.filter((s) => s.dead).map((s) => s.id);
    case 'sections':
      return byAge.slice(0, Math.max(1, Math.floor(open.length * sectionFraction))).map((s) => s.id);
    case 'half': {
      const columns = [...new Set(open.map((s) => s.id.slice(1)))].sort((a, b) => Number(a) - Number(b));
      const left = columns.slice(0, Math.ceil(columns.length / 2));
      const halves = [
        open.filter((s) => left.includes(s.id.slice(1))),
        open.filter((s) => !left.includes(s.id.slice(1))),
      ];
      const age = (of: readonly BedSquare[]): number => Math.max(-Infinity, ...of.map((s) => lastOf(s.id)));
      const [a = [], b = []] = halves;
      return (b.length > 0 && age(b) < age(a) ? b : a).map((s) => s.id);
    }
  }
}

/** One jug under the outlet: seconds for a litre. */
export interface FlowMeasured {
  atEpochMs: number;
  secondsPerL: number;
}
export interface FlowState {
  flowLPerH: number;
  /** This filter's own, fresh from a cleaning; null where none was measured then. */
  normalLPerH: number | null;
  /** Of its own normal. */
  shareFraction: number | null;
  /** It fell by a third. */
  due: boolean;
  /** Until it will have, if it goes on so; null where it cannot be said. */
  dueInDays: number | null;
}
const secondsPerH = 3600;
/** «Fell by a third» is a reason to squeeze the sponge (common practice). */
const dueFraction = 2 / 3;
/** Measured within so many days of a cleaning, it is the filter's own normal. */
const freshDays = 3;

/**
 * What a filter moves by jug and watch, beside its own normal, and when its sponge is due: where it fell by a third.
 *
 * Seconds a litre; L/h. Normal: the median of what was measured within three days of a cleaning; without one the most it
 * ever moved. The trend is the robust slope since the last cleaning (Theil 1950, Sen 1968). A jug is read to a tenth or so.
 * @example flowState({ measured: [{ atEpochMs: 0, secondsPerL: 12 }], cleanedAtEpochMs: [], nowEpochMs: 1 })?.flowLPerH // 300
 */
export function flowState(
  {
    measured,
    cleanedAtEpochMs,
    nowEpochMs,
  }: { measured: readonly FlowMeasured[]; cleanedAtEpochMs: readonly number[]; nowEpochMs: number },
  note: Recorder = silent,
): FlowState | null {
  const known = [...measured]
    .filter((m) => m.secondsPerL > 0 && m.atEpochMs <= nowEpochMs)
    .sort((a, b) => a.atEpochMs - b.atEpochMs);
  const latest = known.at(-1);
  if (!latest) return null;
  const of = (m: FlowMeasured): number => secondsPerH / m.secondsPerL;
  const flowLPerH = note.step({
    id: 'flow',
    label: 'Flow',
    unit: 'L/h',
    formula: '3600 / seconds a litre',
    terms: { seconds: latest.secondsPerL },
    by: (x) => secondsPerH / x.seconds,
  });
  const cleaned = cleanedAtEpochMs.filter((at) => at <= nowEpochMs);
  const fresh = known.filter((m) => cleaned.some((at) => m.atEpochMs >= at && m.atEpochMs - at <= freshDays * dayMs));
  const base = fresh.length > 0 ? medianOf(fresh.map(of)) : known.length > 1 ? Math.max(...known.map(of)) : null;
  const lastCleaned = Math.max(-Infinity, ...cleaned);
  if (base === null) return { flowLPerH, normalLPerH: null, shareFraction: null, due: false, dueInDays: null };
  const shareFraction = note.step({
    id: 'share',
    label: 'Of its own normal',
    unit: '',
    formula: 'flow / normal',
    terms: { flow: flowLPerH, normal: base },
    by: (x) => x.flow / x.normal,
  });
  const due = shareFraction <= dueFraction && latest.atEpochMs >= lastCleaned;
  const since = known.filter((m) => m.atEpochMs >= lastCleaned);
  const slope = theilSenSlope(since.map((m) => ({ x: (m.atEpochMs - nowEpochMs) / dayMs, y: of(m) })));
  const falls = slope !== null && slope < 0 && !due && latest.atEpochMs >= lastCleaned;
  const latestDays = (latest.atEpochMs - nowEpochMs) / dayMs;
  return {
    flowLPerH,
    normalLPerH: base,
    shareFraction,
    due,
    dueInDays: falls
      ? Math.max(
          0,
          note.step({
            id: 'due',
            label: 'Days until it will have fallen by a third',
            unit: 'd',
            formula: 'days of the last measuring + (flow − two thirds of normal) / fall a day',
            terms: { at: latestDays, flow: flowLPerH, normal: base, fall: -slope },
            by: (x) => x.at + (x.flow - dueFraction * x.normal) / x.fall,
          }),
        )
      : null,
  };
}

export type SpongeBlock = ReasonOf<{
  'big-change': { changeFraction: number };
  'new-dose': Record<string, never>;
  'in-course': Record<string, never>;
  'case-open': Record<string, never>;
}>;
const bigChangeFraction = 0.3;
/**
 * What speaks against squeezing a sponge tonight: a big change or a dose the same evening, a course that runs, a case that
 * is open. Common practice: one injury at a time.
 */
export const spongeBlocks = ({
  changedTonightFraction,
  dosedTonight,
  inCourse,
  caseOpen,
}: {
  changedTonightFraction: number;
  dosedTonight: boolean;
  inCourse: boolean;
  caseOpen: boolean;
}): SpongeBlock[] => [
  ...(changedTonightFraction >= bigChangeFraction
    ? [{ id: 'big-change' as const, facts: { changeFraction: changedTonightFraction } }]
    : []),
  ...(dosedTonight ? [{ id: 'new-dose' as const, facts: {} }] : []),
  ...(inCourse ? [{ id: 'in-course' as const, facts: {} }] : []),
  ...(caseOpen ? [{ id: 'case-open' as const, facts: {} }] : []),
];

/** Where water that was taken out may go. Never a pond or a ditch, whatever it is. */
export type WasteReason = 'medicine' | 'salt' | 'illness' | 'quarantine';
/**
 * Why waste water goes down the drain and not onto a garden; empty where a garden may have it.
 * @example wasteReasons({ inCourse: true, salted: false, caseOpen: false, inQuarantine: false }) // ['medicine']
 */
export const wasteReasons = ({
  inCourse,
  salted,
  caseOpen,
  inQuarantine,
}: {
  inCourse: boolean;
  salted: boolean;
  caseOpen: boolean;
  inQuarantine: boolean;
}): WasteReason[] => [
  ...(inCourse ? (['medicine'] as const) : []),
  ...(salted ? (['salt'] as const) : []),
  ...(caseOpen ? (['illness'] as const) : []),
  ...(inQuarantine ? (['quarantine'] as const) : []),
];
