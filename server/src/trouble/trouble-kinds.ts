import { troubleKnowledge } from '#almanac/trouble';
import { readDiary, type KindModule } from '../book';
import { threadsIn } from './trouble-contributions';

const findingIds = new Set(troubleKnowledge.findings.map((f) => f.id));
const causeIds = new Set(troubleKnowledge.causes.map((c) => c.id));

/** A step belongs to a case of this tank that was opened and is not closed; ids are those of the knowledge. */
export const caseKind: KindModule<'case'> = {
  faults: ({ payload, happenedAt }) => [
    ...('findings' in payload
      ? Object.keys(payload.findings)
          .filter((id) => !findingIds.has(id))
          .map((id) => ({ field: `findings.${id}`, message: 'is not known' }))
      : []),
    ...('causeId' in payload && payload.causeId !== null && !causeIds.has(payload.causeId)
      ? [{ field: 'causeId', message: 'is not known' }]
      : []),
    ...(payload.step === 'opened' &&
    payload.firstSignAt > happenedAt &&
    Date.parse(payload.firstSignAt) > Date.parse(happenedAt)
      ? [{ field: 'firstSignAt', message: 'is after the case was opened' }]
      : []),
  ],
  check: async (tx, { id, payload, subjectId, happenedAt }) => {
    if (payload.step === 'opened') return [];
    const rows = await readDiary({ db: tx }, { kinds: ['case'], subjectIds: [subjectId] });
    // The step itself is written already when it is asked about.
    const before = rows.filter((row) => row.entryId !== id);
    const thread = threadsIn(before).find((t) => t.caseId === payload.caseId);
    if (!thread) return [{ field: 'caseId', message: 'is not in the book' }];
    // What was seen before the end may be written after it; an end is written once.
    const then = before.filter((row) => row.atEpochMs <= Date.parse(happenedAt));
    const closedThen = threadsIn(then).find((t) => t.caseId === payload.caseId)?.closed ?? false;
    return (payload.step === 'closed' ? thread.closed : closedThen)
      ? [{ field: 'caseId', message: 'is closed already' }]
      : [];
  },
};
