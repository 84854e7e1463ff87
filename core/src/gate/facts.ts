import type {
  CareKnowledge,
  CoursePayloadLike,
  QuarantinePayloadLike,
  ToolPayloadLike,
  WaterChanged,
} from '#core/care';
import type { ClosingCheckId, TimerKind, WorkKind } from '#core/doing';
import type { HandsPayloads } from '#core/hands';
import type { Interval, ParameterId } from '#core/readings';
import type { StockEventName, StockKind } from '#core/stock';
import type { EquipmentState } from '#core/tanks';
import type { WrittenCaseStep } from '#core/trouble';

interface Payloads {
  course: CoursePayloadLike;
  quarantine: QuarantinePayloadLike;
  tool: ToolPayloadLike;
  case: WrittenCaseStep;
  walk: HandsPayloads['walk'];
  outage: HandsPayloads['outage'];
  absence: HandsPayloads['absence'];
  cleaning: HandsPayloads['cleaning'];
  move: HandsPayloads['move'];
  job:
    | { step: 'started'; work: { kind: WorkKind } }
    | { step: 'ticked'; jobId: string; checks: readonly ClosingCheckId[] }
    | { step: 'broken-off'; jobId: string; reason: string };
  timer: { step: 'set'; timer: TimerKind; minutes: number; note: string } | { step: 'answered'; timerId: string };
  acclimation: { step: 'started' | 'measured' | 'ended'; arrivalId: string };
  arrival: { kindId: string; strain: string; count: Interval; overrideReason?: string | undefined };
  stock: {
    event: StockEventName;
    kindId: string;
    strain: string;
    count: Interval | null;
    overrideReason?: string | undefined;
  };
  sequence: { step: 'planned' } | { step: 'ended'; sequenceId: string };
  batch: object;
  'batch-step': { step: 'measured' | 'corrected' | 'accepted' | 'left' | 'thrown-away'; batchId: string };
  ending: { step: 'ended'; alsoEnds?: boolean | undefined } | { step: 'begun-anew' };
}
/** Kinds of entries that are asked about before they are written. */
export type GateKind = keyof Payloads;
export const gateKinds = [
  ...([
    'course',
    'quarantine',
    'tool',
    'case',
    'walk',
    'outage',
    'absence',
    'cleaning',
    'move',
    'job',
    'timer',
    'acclimation',
    'arrival',
    'stock',
  ] as const),
  ...(['sequence', 'batch', 'batch-step', 'ending'] as const),
] as const satisfies readonly GateKind[];
/** An entry as the gate sees it: one that stands in the book, or one that is to be written. */
export type GateRow<K extends GateKind = GateKind> = {
  [Of in K]: {
    entryId: string;
    kind: Of;
    subjectId: string;
    atEpochMs: number;
    /** The night it belongs to, as the book has it. */
    nightOn: string;
    /** Its number; one that is being written comes after all. */
    sequence: number;
    payload: Payloads[Of];
  };
}[K];

/** A tank that got water of this one lately: what is in the one is in the other. */
export interface TankBelow {
  tankId: string;
  name: string;
  rows: readonly GateRow<'arrival' | 'stock'>[];
}
/** What of the book bears on an entry: about its subject, at the time at which it happened. */
export interface GateFacts {
  /** Of its subject and of kinds that the gate knows, struck ones left out, the entry itself left out; tools of the house. */
  rows: readonly GateRow[];
  changes: readonly WaterChanged[];
  kinds: readonly StockKind[];
  care: CareKnowledge;
  /** By the set-up in force; null where there is none. */
  netVolumeL: number | null;
  /** Newest readings by then. */
  water: Readonly<Partial<Record<ParameterId, Interval>>>;
  equipment: EquipmentState;
  /** Open squares of its bed by the plan that was drawn. */
  bedSquaresCount: number;
  below: readonly TankBelow[];
}

/** The rows of these kinds alone, typed as such. */
export const rowsOf = <K extends GateKind>(rows: readonly GateRow[], ...kinds: K[]): GateRow<K>[] =>
  rows.filter((row) => (kinds as readonly GateKind[]).includes(row.kind)) as unknown as GateRow<K>[];
