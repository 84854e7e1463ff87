import { caseStepOf, threadsOf, type TroubleThread } from '#core/trouble';
import type { Contribution } from '#core/tonight';
import { readDiary, type BookDeps, type DiaryRow } from '../book';
import type { Prospect } from '../judgement';
import type { Tank } from '../tanks';
import { heldContributions } from './held';

/** Cases as they stand, from the rows of the book. */
const threadsIn = (rows: readonly DiaryRow<'case'>[]): TroubleThread[] =>
  threadsOf(
    rows.map((row) =>
      caseStepOf({
        entryId: row.entryId,
        tankId: row.subjectId,
        atEpochMs: row.atEpochMs,
        on: row.nightOn,
        payload: row.payload,
      }),
    ),
  );

/** What holds fast in each tank, and open cases: the next look on the round; until it is closed the tank is doubtful. */
export async function troubleContributions({
  deps,
  tanks,
  prospects,
  nowEpochMs,
}: {
  deps: Pick<BookDeps, 'db'>;
  tanks: readonly Tank[];
  prospects: ReadonlyMap<string, Prospect>;
  nowEpochMs: number;
}): Promise<Map<string, Contribution[]>> {
  const open = threadsIn(await readDiary(deps, { kinds: ['case'] })).filter((t) => !t.closed);
  const byTank = await heldContributions({
    deps,
    tanks,
    prospects,
    nowEpochMs,
    findingsOf: (tankId) =>
      Object.fromEntries(open.filter((t) => t.tankId === tankId).flatMap((t) => Object.entries(t.findings))),
  });
  for (const of of open) {
    const due = of.lookAgainEpochMs !== null && of.lookAgainEpochMs <= nowEpochMs;
    byTank.set(of.tankId, [
      ...(byTank.get(of.tankId) ?? []),
      {
        id: `case:${of.caseId}`,
        severity: due || of.state === 'worse' ? 'act' : 'watch',
        reason: {
          id: 'case',
          facts: { due, state: of.state, signsCount: Object.values(of.findings).filter((a) => a === 'yes').length },
        },
        sinceEpochMs: of.openedEpochMs,
        dueEpochMs: of.lookAgainEpochMs,
        loud: false,
        begins: { path: `/trouble/${of.tankId}`, query: { case: of.caseId } },
        rank: 1,
      },
    ]);
  }
  return byTank;
}
