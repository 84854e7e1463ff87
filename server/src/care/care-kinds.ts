import { careKnowledge } from '#almanac/care';
import { bookKinds } from '#almanac/kinds';
import { courseOf, mayDose } from '#core/care';
import type { CoursePayload, QuarantinePayload } from '#contracts/book';
import { readDiary, type KindModule } from '../book';
import type { Tx } from '../db';
import type { FieldFault } from '../problems';
import { agentsInTanks } from './care-water';

type Started = Extract<CoursePayload, { step: 'started' }>;
const agentOf = (id: string) => careKnowledge.agents.find((a) => a.id === id);

/** A course as its label has it, with the prescription it needs; a step belongs to a course of its tank that is not over. */
export const courseKind: KindModule<'course'> = {
  faults: ({ payload }) => (payload.step === 'started' ? startFaults(payload) : []),
  check: async (tx, { id, payload, subjectId, happenedAt }) => {
    const rows = (await readDiary({ db: tx }, { kinds: ['course'], subjectIds: [subjectId] })).filter(
      (row) => row.entryId !== id,
    );
    // What was done before the end may be written after it.
    const over = (courseId: string): boolean =>
      rows.some(
        ({ payload: p, atEpochMs }) =>
          p.step === 'ended' && p.courseId === courseId && atEpochMs <= Date.parse(happenedAt),
      );
    if (payload.step === 'started') {
      const whole = payload.partOfId === undefined ? null : rows.find((r) => r.entryId === payload.partOfId)?.payload;
      if (whole !== null && (whole?.step !== 'started' || over(payload.partOfId ?? '')))
        return [{ field: 'partOfId', message: 'is no course that runs in this tank' }];
      if (whole?.partOfId !== undefined) return [{ field: 'partOfId', message: 'is a part itself' }];
      const present = await agentsInTanks(
        { db: tx },
        { tankIds: [subjectId], nowEpochMs: Date.parse(happenedAt), butId: id },
      );
      return pairFaults(
        payload,
        (present.get(subjectId) ?? []).map((a) => a.agentId),
      );
    }
    const start = rows.find((r) => r.entryId === payload.courseId)?.payload;
    if (start?.step !== 'started') return [{ field: 'courseId', message: 'is not in the book' }];
    if (payload.step !== 'looked' && over(payload.courseId))
      return [{ field: 'courseId', message: 'is ended already' }];
    const rests = rows
      .filter(
        ({ payload: p, atEpochMs }) =>
          (p.step === 'paused' || p.step === 'resumed') &&
          p.courseId === payload.courseId &&
          atEpochMs <= Date.parse(happenedAt),
      )
      .at(-1);
    if (payload.step === 'paused' && rests?.payload.step === 'paused')
      return [{ field: 'courseId', message: 'rests already' }];
    if (payload.step === 'resumed' && rests?.payload.step !== 'paused')
      return [{ field: 'courseId', message: 'does not rest' }];
    if (
      payload.step === 'redosed' &&
      rows.some(({ payload: p }) => p.step === 'redosed' && p.changeEntryId === payload.changeEntryId)
    )
      return [{ field: 'changeEntryId', message: 'is in the book already: never a double' }];
    const twice =
      'day' in payload &&
      rows.some(
        ({ payload: p }) =>
          'day' in p && p.step === payload.step && p.courseId === payload.courseId && p.day === payload.day,
      );
    return twice ? [{ field: 'day', message: 'is in the book already: never a double' }] : [];
  },
};
function startFaults(payload: Started): FieldFault[] {
  const { packTreatsL, packTreatsUsGal } = payload.label;
  const saysPack = (packTreatsL === undefined) !== (packTreatsUsGal === undefined);
  if (payload.food === undefined && !saysPack)
    return [{ field: 'label', message: 'says what a pack treats, in litres or in US gallons' }];
  if (payload.food !== undefined && (packTreatsL ?? packTreatsUsGal) !== undefined)
    return [{ field: 'label', message: 'says days only where it is given in the food' }];
  const agents = [payload.agentId, ...(payload.alsoAgentIds ?? [])].map(agentOf);
  if (agents.some((a) => a === undefined)) return [{ field: 'agentId', message: 'is not known' }];
  const planned = courseOf({
    netVolumeL: payload.netVolumeL,
    label: payload.label,
    food: payload.food,
    repeats: payload.repeats,
    packsCanBeSplit: payload.split,
  });
  return [
    ...(agents.some((a) => a?.prescription === 'needed') && (payload.prescription ?? '').trim() === ''
      ? [{ field: 'prescription', message: 'is needed: who prescribed it, or where it is sold lawfully without' }]
      : []),
    ...(planned.ok ? [] : [{ field: 'label', message: 'cannot be worked out' }]),
  ];
}
/** What must never meet in one water: with a reason at most, where people would be harmed not at all. */
function pairFaults(payload: Started, presentIds: readonly string[]): FieldFault[] {
  const verdicts = [payload.agentId, ...(payload.alsoAgentIds ?? [])].flatMap((agent) => {
    const said = mayDose({ agent, kinds: [], water: {}, alsoPresent: presentIds }, careKnowledge, bookKinds);
    return said.ok ? [said.value] : [];
  });
  if (verdicts.some((v) => v.final))
    return [{ field: 'agentId', message: 'must never meet what is in this water: people are harmed' }];
  return verdicts.some((v) => v.verdict === 'blocked') && (payload.overrideReason ?? '').trim() === ''
    ? [{ field: 'overrideReason', message: 'is needed: what runs in this water or is left in it speaks against it' }]
    : [];
}

/** A step belongs to a quarantine of its tank that was not left. */
export const quarantineKind: KindModule<'quarantine'> = {
  check: async (tx, { id, payload, subjectId, happenedAt }) =>
    payload.step === 'opened' ? openFaults(tx, id, subjectId) : stepFaults(tx, { id, payload, subjectId, happenedAt }),
};
const quarantinesOf = async (tx: Tx, id: string, subjectId: string) =>
  (await readDiary({ db: tx }, { kinds: ['quarantine'], subjectIds: [subjectId] })).filter((row) => row.entryId !== id);
async function openFaults(tx: Tx, id: string, subjectId: string): Promise<FieldFault[]> {
  const rows = await quarantinesOf(tx, id, subjectId);
  const leftIds = rows.flatMap(({ payload }) => (payload.step === 'left' ? [payload.quarantineId] : []));
  return rows.some((r) => r.payload.step === 'opened' && !leftIds.includes(r.entryId))
    ? [{ field: 'step', message: 'a quarantine is open in this tank already: note what came in instead' }]
    : [];
}
async function stepFaults(
  tx: Tx,
  {
    id,
    payload,
    subjectId,
    happenedAt,
  }: { id: string; payload: Exclude<QuarantinePayload, { step: 'opened' }>; subjectId: string; happenedAt: string },
): Promise<FieldFault[]> {
  const rows = await quarantinesOf(tx, id, subjectId);
  const opened = rows.find((r) => r.entryId === payload.quarantineId)?.payload;
  if (opened?.step !== 'opened') return [{ field: 'quarantineId', message: 'is not in the book' }];
  const left = rows.some(
    ({ payload: p, atEpochMs }) =>
      p.step === 'left' && p.quarantineId === payload.quarantineId && atEpochMs <= Date.parse(happenedAt),
  );
  return left ? [{ field: 'quarantineId', message: 'is left already' }] : [];
}

/** What is used, dipped or gone is a tool of the house that is still there. */
export const toolKind: KindModule<'tool'> = {
  check: async (tx, { id, payload, happenedAt }) => {
    if (payload.step === 'kept') return [];
    const rows = (await readDiary({ db: tx }, { kinds: ['tool'] })).filter((row) => row.entryId !== id);
    const kept = rows.find((r) => r.entryId === payload.toolId);
    if (kept?.payload.step !== 'kept') return [{ field: 'toolId', message: 'is not in the book' }];
    if (kept.atEpochMs > Date.parse(happenedAt)) return [{ field: 'toolId', message: 'was kept only after that' }];
    const gone = rows.some(
      ({ payload: p, atEpochMs }) =>
        p.step === 'gone' && p.toolId === payload.toolId && atEpochMs <= Date.parse(happenedAt),
    );
    return gone ? [{ field: 'toolId', message: 'is gone already' }] : [];
  },
};
