import { handsThreads } from '#core/hands';
import { nightOn, type Contribution } from '#core/tonight';
import { readDiary, type BookDeps } from '../book';

/** Outages that run, loud; moves until their water was good for seven days running: neither can be put off. */
export async function handsContributions({
  deps,
  nowEpochMs,
  zone,
}: {
  deps: Pick<BookDeps, 'db'>;
  nowEpochMs: number;
  zone: string;
}): Promise<Map<string, Contribution[]>> {
  const rows = await readDiary(deps, { kinds: ['hands'] });
  const on = (atEpochMs: number): string => nightOn({ atEpochMs, zone });
  const { outages, moves } = handsThreads(
    rows.map(({ entryId, subjectId, atEpochMs, payload }) => ({
      entryId,
      tankId: subjectId,
      atEpochMs,
      on: on(atEpochMs),
      ...payload,
    })),
    { today: on(nowEpochMs) },
  );
  const byTank = new Map<string, Contribution[]>();
  const add = (tankId: string, said: Contribution): void =>
    void byTank.set(tankId, [...(byTank.get(tankId) ?? []), said]);
  for (const o of outages)
    add(o.tankId, {
      id: `outage:${o.entryId}`,
      severity: 'act',
      reason: { id: 'outage', facts: { cause: o.cause } },
      sinceEpochMs: o.sinceEpochMs,
      dueEpochMs: null,
      loud: true,
      begins: { path: '/hands/outage', query: {} },
      rank: 0,
    });
  for (const m of moves.filter((move) => !move.over))
    add(m.tankId, {
      id: `moved:${m.entryId}`,
      severity: m.testedToday ? 'watch' : 'act',
      reason: { id: 'moved', facts: { goodDays: m.goodDays, testedToday: m.testedToday } },
      sinceEpochMs: m.movedEpochMs,
      dueEpochMs: null,
      loud: false,
      begins: { path: '/hands/move', query: { tank: m.tankId } },
      rank: 1,
    });
  return byTank;
}
