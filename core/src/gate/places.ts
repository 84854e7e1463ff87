import {
  courseOutOfPlace,
  courseStepOf,
  quarantineOutOfPlace,
  quarantineStepOf,
  toolOutOfPlace,
  toolStepOf,
} from '#core/care';
import { jobOutOfPlace, timerOutOfPlace } from '#core/doing';
import { handsOutOfPlace, handsStepsOf } from '#core/hands';
import { dripOutOfPlace } from '#core/stock';
import { tankLife } from '#core/tanks';
import type { OutOfPlace, PlaceReason } from '#core/threads';
import { caseOutOfPlace, caseStepOf } from '#core/trouble';
import { batchOutOfPlace, sequenceOutOfPlace } from '#core/water';
import type { ThreadName } from './fault';
import { lives } from './lives';
import { rowsOf, type GateKind, type GateRow } from './facts';

/** An entry that has no place in its thread, and why. */
export interface NoPlace {
  row: GateRow;
  thread: ThreadName;
  why: PlaceReason;
}

type RowHead = Pick<GateRow, 'entryId' | 'subjectId' | 'atEpochMs' | 'nightOn'>;
const headOf = ({ entryId, subjectId, atEpochMs, nightOn }: RowHead) => ({
  entryId,
  tankId: subjectId,
  atEpochMs,
  on: nightOn,
});
const stepsOf = <K extends GateKind>(rows: readonly GateRow[], kind: K) =>
  rowsOf(rows, kind).map((row) => ({ ...row.payload, ...headOf(row) }));

/** Threads whose steps stand in entries of a kind, and what has no place among them. */
type Finder = (rows: readonly GateRow[]) => readonly OutOfPlace<{ entryId: string }>[];
const finders: Readonly<Partial<Record<GateKind, Finder>>> = {
  course: (rows) => courseOutOfPlace(rowsOf(rows, 'course').map(courseStepOf)),
  quarantine: (rows) => quarantineOutOfPlace(rowsOf(rows, 'quarantine').map(quarantineStepOf)),
  tool: (rows) => toolOutOfPlace(rowsOf(rows, 'tool').map(toolStepOf)),
  case: (rows) =>
    caseOutOfPlace(rowsOf(rows, 'case').map((row) => caseStepOf({ ...headOf(row), payload: row.payload }))),
  walk: (rows) => handsOutOfPlace(handsStepsOf(rowsOf(rows, 'walk'))),
  outage: (rows) => handsOutOfPlace(handsStepsOf(rowsOf(rows, 'outage'))),
  absence: (rows) => handsOutOfPlace(handsStepsOf(rowsOf(rows, 'absence'))),
  move: (rows) => handsOutOfPlace(handsStepsOf(rowsOf(rows, 'move'))),
  job: (rows) => jobOutOfPlace(stepsOf(rows, 'job')),
  timer: (rows) => timerOutOfPlace(stepsOf(rows, 'timer')),
  acclimation: (rows) =>
    dripOutOfPlace([
      ...rowsOf(rows, 'arrival').map((row) => ({
        ...headOf(row),
        step: 'arrived' as const,
        arrivalId: row.entryId,
      })),
      ...stepsOf(rows, 'acclimation'),
    ]),
  sequence: (rows) => sequenceOutOfPlace(stepsOf(rows, 'sequence')),
  'batch-step': (rows) =>
    batchOutOfPlace([
      ...rowsOf(rows, 'batch').map((row) => ({ ...headOf(row), step: 'made' as const })),
      ...stepsOf(rows, 'batch-step'),
    ]),
  ending: (rows) => tankLife(stepsOf(rows, 'ending')).out,
};
/** Kinds whose entries begin a thread of another kind. */
const beginsFor: Readonly<Partial<Record<GateKind, GateKind>>> = { arrival: 'acclimation', batch: 'batch-step' };
const finderOf = (kind: GateKind): Finder | undefined => finders[beginsFor[kind] ?? kind];

/** The thread that a row belongs to. */
export function threadOf(row: GateRow): ThreadName {
  switch (row.kind) {
    case 'cleaning':
      return 'walk';
    case 'acclimation':
    case 'arrival':
    case 'stock':
      return 'drip';
    case 'batch-step':
      return 'batch';
    case 'ending':
      return 'tank';
    default:
      return row.kind;
  }
}

/** What has no place in the threads of a kind: of all that is in the book, each with its reason. */
export function noPlaceAmong(kind: GateKind, rows: readonly GateRow[]): NoPlace[] {
  const byId = new Map(rows.map((r) => [r.entryId, r]));
  return lives(kind, rows)
    .flatMap((life) => finderOf(kind)?.(life) ?? [])
    .flatMap(({ step: { entryId }, why }) => {
      const row = byId.get(entryId);
      return row ? [{ row, thread: threadOf(row), why }] : [];
    });
}
/** Kinds of which anything may have no place. */
export const threadKinds = Object.keys(finders) as GateKind[];

/** The field of an entry that says where it belongs. */
const ownField: Readonly<Partial<Record<GateKind, string>>> = {
  course: 'courseId',
  quarantine: 'quarantineId',
  tool: 'toolId',
  case: 'caseId',
  job: 'jobId',
  timer: 'timerId',
  acclimation: 'arrivalId',
  sequence: 'sequenceId',
  'batch-step': 'batchId',
  ending: 'step',
  walk: 'pass',
  outage: 'outageId',
  absence: 'awayId',
  move: 'movedId',
};
const dayReasons: readonly PlaceReason['id'][] = ['day-of-nothing', 'day-done', 'day-to-come', 'day-before-start'];
/** Beside which field it is said that an entry has no place. */
export function placeField(row: GateRow, why: PlaceReason): string {
  if (dayReasons.includes(why.id)) return 'day';
  if (why.id === 'dates-crossed') return 'on';
  if (why.id === 'twice') return 'changeEntryId';
  if (why.id === 'not-asked' && row.kind === 'case') return 'lookAgainAt';
  if (why.id === 'not-asked' && row.kind === 'job' && row.payload.step === 'ticked')
    return `checks.${(row.payload.checks as readonly string[]).indexOf(why.facts.what)}`;
  return ownField[row.kind] ?? 'step';
}
