import { dayMs } from '#core/units';
import { isKind, type Kind } from '#contracts/book';
import type { Diary } from '#contracts/stock';
import { bookAnswers } from '#words/book';
import { badRequest } from '../problems';
import type { BookDeps } from './book-service';
import { diaryKinds, readDiary } from './diary';

/** A slice of the diary; the pages of tanks, sources, stock and supplies read their own kinds from it. */
export async function diaryView(
  deps: Pick<BookDeps, 'db' | 'house'>,
  { kinds, subject, days }: { kinds: string; subject?: string | undefined; days?: string | undefined },
): Promise<Diary> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const asked = kinds.split(',');
  const unknown = asked.filter((k) => !isKind(k) || !diaryKinds.includes(k));
  if (unknown.length > 0)
    throw badRequest([{ field: 'kinds', message: bookAnswers.noDiaryIsKeptOf(unknown.join(', ')) }]);
  const entries = await readDiary(deps, {
    kinds: asked as Kind[],
    ...(subject === undefined ? {} : { subjectIds: [subject] }),
    ...(days === undefined ? {} : { sinceEpochMs: nowEpochMs - Number(days) * dayMs }),
  });
  return { nowAt: new Date(nowEpochMs).toISOString(), entries };
}
