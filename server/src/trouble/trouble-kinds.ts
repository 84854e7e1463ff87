import { troubleKnowledge } from '#almanac/trouble';
import { troubleAnswers } from '#words/trouble';
import type { KindModule } from '../book';

const findingIds = new Set(troubleKnowledge.findings.map((f) => f.id));
const causeIds = new Set(troubleKnowledge.causes.map((c) => c.id));

/** Its ids are those of the knowledge, and the first sign was not after the case was opened. */
export const caseKind: KindModule<'case'> = {
  faults: ({ payload, happenedAt }) => [
    ...('findings' in payload
      ? Object.keys(payload.findings)
          .filter((id) => !findingIds.has(id))
          .map((id) => ({ field: `findings.${id}`, message: troubleAnswers.isNotKnown }))
      : []),
    ...('causeId' in payload && payload.causeId !== null && !causeIds.has(payload.causeId)
      ? [{ field: 'causeId', message: troubleAnswers.isNotKnown }]
      : []),
    ...(payload.step === 'opened' &&
    payload.firstSignAt > happenedAt &&
    Date.parse(payload.firstSignAt) > Date.parse(happenedAt)
      ? [{ field: 'firstSignAt', message: troubleAnswers.isAfterTheCaseWas }]
      : []),
  ],
};
