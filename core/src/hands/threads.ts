import {
  byStart,
  inOrder,
  outOfPlace,
  walked,
  type OutOfPlace,
  type PlaceReason,
  type ThreadTable,
} from '#core/threads';
import { Temporal } from 'temporal-polyfill';
import type { BedSchool, CleanedPart } from './cleaning';
import type { OutageCause } from './outage';
import { walkPasses, type WalkPass } from './passes';

/** So many good days running end the watch after a move (common practice). */
export const goodDaysNeeded = 7;
/** What the book holds of hands, one entry each. */
export type HandsStep = { entryId: string; tankId: string; atEpochMs: number; on: string } & (
  | { step: 'stop' | 'handed' }
  | { step: 'pass'; pass: WalkPass }
  | { step: 'outage'; cause: OutageCause }
  | { step: 'outage-over'; outageId: string }
  | { step: 'flow'; secondsPerL: number }
  | {
      step: 'cleaned';
      what: CleanedPart;
      squareIds: readonly string[];
      school?: BedSchool | undefined;
      overrideReason?: string | undefined;
    }
  | { step: 'moved' }
  | { step: 'move-day'; movedId: string; good: boolean }
  | { step: 'away'; fromOn: string; toOn: string }
  | { step: 'back'; awayId: string }
);
/** A step as the book keeps it, without what is written over each entry. */
type HandsPayloadLike<S extends HandsStep['step'] = HandsStep['step']> =
  Extract<HandsStep, { step: S }> extends infer Step
    ? Step extends unknown
      ? Omit<Step, 'entryId' | 'tankId' | 'atEpochMs' | 'on'>
      : never
    : never;
/** The kinds of entries that hold the work of the hands, each with its steps. */
export interface HandsPayloads {
  walk: HandsPayloadLike<'stop' | 'handed' | 'pass'>;
  outage: HandsPayloadLike<'outage' | 'outage-over'>;
  absence: HandsPayloadLike<'away' | 'back'>;
  flow: HandsPayloadLike<'flow'>;
  cleaning: HandsPayloadLike<'cleaned'>;
  move: HandsPayloadLike<'moved' | 'move-day'>;
}
/**
 * Entries of the hands’ work as steps: the one reader of server, gate and pages.
 * @example handsStepsOf(rows).filter((s) => s.step === 'outage')
 */
export const handsStepsOf = (
  rows: readonly {
    entryId: string;
    subjectId: string;
    atEpochMs: number;
    /** Its night, as the book holds it. */
    nightOn: string;
    payload: HandsPayloads[keyof HandsPayloads];
  }[],
): HandsStep[] =>
  rows.map(({ entryId, subjectId, atEpochMs, nightOn, payload }) => ({
    ...payload,
    entryId,
    tankId: subjectId,
    atEpochMs,
    on: nightOn,
  }));
export interface OpenOutage {
  entryId: string;
  tankId: string;
  cause: OutageCause;
  sinceEpochMs: number;
}
export interface MoveWatch {
  entryId: string;
  tankId: string;
  movedOn: string;
  movedEpochMs: number;
  /** Good days running up to today, or to yesterday where today was not tested yet. */
  goodDays: number;
  testedToday: boolean;
  over: boolean;
}
export interface Absence {
  entryId: string;
  tankId: string;
  fromOn: string;
  toOn: string;
  back: boolean;
  /** When somebody came home; null while nobody did. */
  backEpochMs: number | null;
}

/**
 * Good days running: each with a test that was good, the last of them today or yesterday. A day that was bad, or that
 * nobody tested, begins the count anew; of several tests of one day the bad one counts.
 * @example goodDaysRunning({ days: [{ on: '2026-03-13', good: true }], today: '2026-03-14' }) // 1
 */
export function goodDaysRunning({ days, today }: { days: readonly { on: string; good: boolean }[]; today: string }): {
  goodDays: number;
  testedToday: boolean;
} {
  const goodOn = new Map<string, boolean>();
  for (const { on, good } of days) goodOn.set(on, good && (goodOn.get(on) ?? true));
  const testedToday = goodOn.has(today);
  let on = Temporal.PlainDate.from(today);
  if (!testedToday) on = on.subtract({ days: 1 });
  let goodDays = 0;
  for (; goodOn.get(on.toString()) === true; on = on.subtract({ days: 1 })) goodDays++;
  return { goodDays, testedToday };
}

type Named = Extract<HandsStep, { step: 'outage' | 'outage-over' | 'moved' | 'move-day' | 'away' | 'back' }>;
type Start = Extract<Named, { step: 'outage' | 'moved' | 'away' }>;
type State = 'open' | 'over';
const ends = (from: Named['step'], opens: Start['step']): ThreadTable<Named['step'], State> => ({
  opens,
  begun: 'open',
  moves: { open: { [from]: 'over' }, over: {} },
});
export const outageTable = ends('outage-over', 'outage');
export const absenceTable = ends('back', 'away');
/** A move is watched as long as somebody tests: its good days are counted, not its steps. */
export const moveTable: ThreadTable<Named['step'], State> = {
  opens: 'moved',
  begun: 'open',
  moves: { open: { 'move-day': 'open' }, over: {} },
};
const tables: Readonly<Record<Start['step'], ThreadTable<Named['step'], State>>> = {
  outage: outageTable,
  away: absenceTable,
  moved: moveTable,
};
const startIdOf = (step: Named): string | null =>
  step.step === 'outage-over'
    ? step.outageId
    : step.step === 'back'
      ? step.awayId
      : step.step === 'move-day'
        ? step.movedId
        : null;
const isNamed = (step: HandsStep): step is Named =>
  ['outage', 'outage-over', 'moved', 'move-day', 'away', 'back'].includes(step.step);
const isStart = (step: Named): step is Start => startIdOf(step) === null;
/** Home before one went, or gone for no time at all. */
function datesCrossed(start: Start, step: Named): PlaceReason | null {
  if (start.step !== 'away') return null;
  return step.step === 'back' && step.on < start.fromOn
    ? { id: 'dates-crossed', facts: { firstOn: start.fromOn, secondOn: step.on } }
    : null;
}
const handsWalked = (start: Start, own: readonly Named[]) =>
  walked<Named, State, null>({
    table: tables[start.step],
    start,
    later: own,
    kept: null,
    refuses: (step) => datesCrossed(start, step),
  });

/**
 * The passes of one evening with one hose: each tank goes through them in their order, some of them left out; told twice,
 * by two devices, a pass is one.
 */
export const walkTable: ThreadTable<'begun' | WalkPass, 'begun' | WalkPass> = {
  opens: 'begun',
  begun: 'begun',
  moves: Object.fromEntries(
    (['begun', ...walkPasses] as const).map((from) => [
      from,
      Object.fromEntries(
        walkPasses
          .filter((to) => from === 'begun' || walkPasses.indexOf(to) >= walkPasses.indexOf(from))
          .map((to) => [to, to]),
      ),
    ]),
  ) as Record<'begun' | WalkPass, Partial<Record<'begun' | WalkPass, 'begun' | WalkPass>>>,
};
/** Passes that come after a later one of the same evening and tank: filled before it was drained. */
function passesOutOfPlace(steps: readonly HandsStep[]): OutOfPlace<HandsStep>[] {
  const passes = inOrder(steps).filter((s) => s.step === 'pass');
  const evenings = new Set(passes.map((s) => `${s.tankId} ${s.on}`));
  return [...evenings].flatMap((evening) => {
    const own = passes.filter((s) => `${s.tankId} ${s.on}` === evening);
    const [first] = own;
    if (!first) return [];
    const gone = walked({
      table: walkTable,
      start: { ...first, step: 'begun' as const },
      later: own.map((s): Omit<typeof s, 'step'> & { step: 'begun' | WalkPass } => ({ ...s, step: s.pass })),
      kept: null,
    });
    return gone.out.flatMap(({ step: { entryId }, why }) => {
      const step = own.find((s) => s.entryId === entryId);
      return step ? [{ step, why }] : [];
    });
  });
}
/** Steps of hands that have no place: the end of nothing, or twice, or before it began; a pass out of its order. */
export const handsOutOfPlace = (steps: readonly HandsStep[]): OutOfPlace<HandsStep>[] => [
  ...outOfPlace<Named>({
    steps: steps.filter(isNamed),
    startIdOf,
    outOf: (start, own) => (isStart(start) ? handsWalked(start, own).out : []),
  }),
  ...passesOutOfPlace(steps),
];
/** An outage of a tank that runs at a time, another entry than this one; null where none does. */
export function outageRunning(
  steps: readonly HandsStep[],
  { atEpochMs, butId }: { atEpochMs: number; butId: string },
): Start | null {
  const named = steps.filter(isNamed).filter((s) => s.entryId !== butId);
  return (
    named.filter(isStart).find((start) => {
      if (start.step !== 'outage' || start.atEpochMs > atEpochMs) return false;
      const { state, sinceEpochMs } = handsWalked(
        start,
        named.filter((s) => startIdOf(s) === start.entryId),
      );
      return state === 'open' || sinceEpochMs > atEpochMs;
    }) ?? null
  );
}

/** What is open of the hands' work: outages that run, moves that are watched, absences. */
export function handsThreads(
  steps: readonly HandsStep[],
  { today }: { today: string },
): { outages: OpenOutage[]; moves: MoveWatch[]; absences: Absence[] } {
  const named = steps.filter(isNamed);
  const own = byStart(named, startIdOf);
  const gone = named.filter(isStart).map((start) => ({ start, ...handsWalked(start, own(start.entryId)) }));
  return {
    outages: gone.flatMap(({ start, state }): OpenOutage[] => {
      if (start.step !== 'outage' || state === 'over') return [];
      const { entryId, tankId, cause, atEpochMs } = start;
      return [{ entryId, tankId, cause, sinceEpochMs: atEpochMs }];
    }),
    moves: gone.flatMap(({ start, placed }): MoveWatch[] => {
      if (start.step !== 'moved') return [];
      const { entryId, tankId, on, atEpochMs } = start;
      const days = placed.flatMap((s) => (s.step === 'move-day' ? [{ on: s.on, good: s.good }] : []));
      const { goodDays, testedToday } = goodDaysRunning({ days, today });
      // Once seven ran, a day that nobody tests afterwards opens nothing again.
      const over = days.some((d) => goodDaysRunning({ days, today: d.on }).goodDays >= goodDaysNeeded);
      return [{ entryId, tankId, movedOn: on, movedEpochMs: atEpochMs, goodDays, testedToday, over }];
    }),
    absences: gone.flatMap(({ start, state, sinceEpochMs }): Absence[] => {
      if (start.step !== 'away') return [];
      const { entryId, tankId, fromOn, toOn } = start;
      return [
        { entryId, tankId, fromOn, toOn, back: state === 'over', backEpochMs: state === 'over' ? sinceEpochMs : null },
      ];
    }),
  };
}
