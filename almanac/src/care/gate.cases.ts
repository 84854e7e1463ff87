import { dayMs } from '#core/units';
import type { CoursePlan } from '#core/care';
import { mayWrite, type GateFacts, type GateKind, type GateRow } from '#core/gate';
import { bookKinds } from '../kinds';
import { careKnowledge } from './index';

export const day0 = Date.parse('2026-03-01T21:00:00Z');
export const onOf = (atEpochMs: number): string => new Date(atEpochMs).toISOString().slice(0, 10);
let sequence = 0;
export const row = <K extends GateKind>(
  kind: K,
  day: number,
  payload: GateRow<K>['payload'],
  entryId = `${kind}-${day}`,
) =>
  ({
    entryId,
    kind,
    subjectId: 'pen',
    atEpochMs: day0 + day * dayMs,
    nightOn: onOf(day0 + day * dayMs),
    sequence: ++sequence,
    payload,
  }) as unknown as GateRow<K>;
export const count = { lo: 8, hi: 8 };
export const lives = (kindId: string, day = -100): GateRow =>
  row('stock', day, { event: 'arrived', kindId, strain: '', count });
export type Started = { step: 'started' } & CoursePlan;
export const plan = (agentId: string, more: Partial<Started> & object = {}): Started => ({
  step: 'started',
  agentId,
  productName: 'a product',
  label: { packTreatsL: 40, doseDays: [1, 3], changes: [] },
  repeats: 0,
  split: false,
  netVolumeL: 80,
  startOn: onOf(day0),
  ...more,
});
export const course = (agentId: string, more: Partial<Started> = {}, day = 0, entryId = 'c'): GateRow<'course'> =>
  row('course', day, plan(agentId, { startOn: onOf(day0 + day * dayMs), ...more }), entryId);
export const given = (day: number, doseDay: number, courseId = 'c'): GateRow<'course'> =>
  row('course', day, { step: 'given', courseId, day: doseDay }, `given-${courseId}-${day}-${doseDay}`);
export const facts = (rows: readonly GateRow[], more: Partial<GateFacts> = {}): GateFacts => ({
  rows,
  changes: [],
  kinds: bookKinds,
  care: careKnowledge,
  netVolumeL: 80,
  water: {},
  equipment: { filter: { on: false } } as GateFacts['equipment'],
  bedSquaresCount: 48,
  below: [],
  ...more,
});
/** What stands in the way, as `field id`. */
export const says = (of: GateRow, rows: readonly GateRow[], more: Partial<GateFacts> = {}): string[] =>
  mayWrite(of, facts(rows, more)).map((f) => `${f.field} ${f.reason.id}${f.final ? ' final' : ''}`);
