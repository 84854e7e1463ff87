import type { NoFacts, ReasonOf } from '#core/result';

/** A step of a thread as it stands in the book: what was done, when, and to which night that belongs. */
export interface ThreadStep<Step extends string = string> {
  entryId: string;
  tankId: string;
  atEpochMs: number;
  /** Its night. */
  on: string;
  step: Step;
}

/**
 * A thread as a small table: the step that opens it, and from each state which steps may follow and where they lead. A
 * state from which nothing leads anywhere is an end.
 */
export interface ThreadTable<Step extends string, State extends string> {
  opens: Step;
  begun: State;
  moves: Readonly<Record<State, Readonly<Partial<Record<Step, State>>>>>;
}

/** Why a step has no place in its thread. */
export type PlaceReason = ReasonOf<{
  /** What it says it belongs to is no such thing of this tank, or was struck. */
  'no-start': NoFacts;
  'before-start': { startOn: string };
  /** In this state, which it has been in since, this step does not follow. */
  'not-now': { state: string; step: string; sinceOn: string };
  'day-of-nothing': { day: number; step: string };
  'day-done': { day: number; step: string };
  'day-to-come': { day: number; todayDay: number };
  'day-before-start': { startOn: string };
  'not-asked': { what: string };
  twice: { what: string };
  /** A date it names lies after the night on which it was written down, or before another that it must follow. */
  'dates-crossed': { firstOn: string; secondOn: string };
}>;
export interface OutOfPlace<S> {
  step: S;
  why: PlaceReason;
}
/** A thread as it was gone through: where it stands, what found its place, what did not. */
export interface Walked<S, State extends string, Kept> {
  state: State;
  /** The night since which it is in this state. */
  sinceOn: string;
  sinceEpochMs: number;
  placed: readonly S[];
  out: readonly OutOfPlace<S>[];
  kept: Kept;
}

/** In the order in which things happened; of one moment, in the order in which they were written. */
export const inOrder = <S extends { atEpochMs: number }>(steps: readonly S[]): S[] =>
  [...steps].sort((a, b) => a.atEpochMs - b.atEpochMs);

/**
 * Goes through a thread step by step. A step that the table does not allow where it stands, or that the thread itself
 * refuses, changes nothing and is named; so any steps in any order give a state that can be.
 *
 * @param given `kept` is what the thread remembers beside its state; `refuses` says why a step has no place though the
 * table allows it, `after` what it remembers then.
 * @example walked({ table, start, later: [], kept: null }).state // table.begun
 */
export function walked<S extends ThreadStep, State extends string, Kept>({
  table,
  start,
  later,
  kept: first,
  anywhere = false,
  refuses = () => null,
  after = (kept) => kept,
}: {
  table: ThreadTable<S['step'], State>;
  start: S;
  /** Steps that name this start, in any order. */
  later: readonly S[];
  kept: Kept;
  /** Its steps may be about another tank than its start: a tool is used where it is taken. */
  anywhere?: boolean;
  refuses?: (step: S, kept: Kept, state: State) => PlaceReason | null;
  after?: (kept: Kept, step: S, state: State) => Kept;
}): Walked<S, State, Kept> {
  let [state, kept, sinceOn, sinceEpochMs] = [table.begun, first, start.on, start.atEpochMs];
  const placed: S[] = [start];
  const out: OutOfPlace<S>[] = [];
  for (const step of inOrder(later)) {
    const next = table.moves[state][step.step as S['step']];
    const why: PlaceReason | null =
      !anywhere && step.tankId !== start.tankId
        ? { id: 'no-start', facts: {} }
        : step.atEpochMs < start.atEpochMs
          ? { id: 'before-start', facts: { startOn: start.on } }
          : next === undefined
            ? { id: 'not-now', facts: { state, step: step.step, sinceOn } }
            : refuses(step, kept, state);
    if (why !== null || next === undefined) {
      if (why) out.push({ step, why });
      continue;
    }
    kept = after(kept, step, state);
    placed.push(step);
    if (next !== state) [state, sinceOn, sinceEpochMs] = [next, step.on, step.atEpochMs];
  }
  return { state, sinceOn, sinceEpochMs, placed, out, kept };
}

/** Later steps by the start that each names; the starts themselves are left out. */
export function byStart<S>(
  steps: readonly S[],
  startIdOf: (step: S) => string | null,
): (startId: string) => readonly S[] {
  const own = new Map<string, S[]>();
  for (const step of steps) {
    const startId = startIdOf(step);
    if (startId === null) continue;
    const of = own.get(startId);
    if (of) of.push(step);
    else own.set(startId, [step]);
  }
  return (startId) => own.get(startId) ?? [];
}

/**
 * Steps of one kind of thread that have no place anywhere: of no start that there is, or of one where they cannot be.
 * @param given `startIdOf` says which start a step names, null for a start itself.
 */
export function outOfPlace<S extends ThreadStep>({
  steps,
  startIdOf,
  outOf,
}: {
  steps: readonly S[];
  startIdOf: (step: S) => string | null;
  outOf: (start: S, steps: readonly S[]) => readonly OutOfPlace<S>[];
}): OutOfPlace<S>[] {
  const starts = steps.filter((s) => startIdOf(s) === null);
  const ids = new Set(starts.map((s) => s.entryId));
  const own = byStart(steps, startIdOf);
  return [
    ...steps.flatMap((step): OutOfPlace<S>[] => {
      const startId = startIdOf(step);
      return startId === null || ids.has(startId) ? [] : [{ step, why: { id: 'no-start', facts: {} } }];
    }),
    ...starts.flatMap((start) => outOf(start, own(start.entryId))),
  ];
}
