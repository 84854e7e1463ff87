import type { Kind } from '#contracts/book';
import { onText } from '#words/dates';
import { gateAnswers } from '#words/gate';
import { readSubjects, type BookRules, type KindModule } from '../book';
import { endedSince, newlyIn } from '../tanks';

/** A tank ends and may be begun anew; where its water or things went on is another tank of the house. */
export const endingKind: KindModule<'ending'> = {
  check: async (tx, { payload, subjectId }) => {
    if (payload.step !== 'ended' || payload.toTankId === undefined) return [];
    const [other] = await readSubjects(tx, [payload.toTankId]);
    return other?.kind === 'tank' && other.id !== subjectId
      ? []
      : [{ field: 'toTankId', message: gateAnswers.isNoOtherTankIn }];
  },
  moves: true,
  newly: ({ step }) => [newlyIn('ending', { step })],
};

/** What may be written of a tank that has ended: what was, and that it begins anew. */
const stillTaken: readonly Kind[] = ['ending', 'strike', 'note', 'photo', 'set-up'];
export const barredWhenEnded: BookRules['barred'] = ({ name, newest }, { kind, happenedAt }, dayOn) => {
  if (stillTaken.includes(kind)) return [];
  const since = endedSince({ newest }, Date.parse(happenedAt));
  if (since === null) return [];
  return [
    {
      field: 'happenedAt',
      message: (speech) => gateAnswers.endedOnBeginItAnew(name, onText(speech, dayOn(since))),
    },
  ];
};
