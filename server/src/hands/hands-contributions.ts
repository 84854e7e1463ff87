import { nightOn } from '#core/units';
import { bedNext, flowState, handsThreads, plainBed, handsStepsOf } from '#core/hands';
import { deadSpots, type TankPlan } from '#core/trouble';
import { type Contribution } from '#core/tonight';
import { readDiary, ofKind, type BookDeps, type DiaryRow } from '../book';

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
  const rows = await readDiary(deps, { kinds: ['outage', 'move', 'flow', 'cleaning'] });
  const on = (atEpochMs: number): string => nightOn({ atEpochMs, zone });
  const { outages, moves } = handsThreads(handsStepsOf(rows), { today: on(nowEpochMs) });
  const drawn = rows.some((r) => r.kind === 'cleaning' && r.payload.what === 'bed')
    ? await readDiary(deps, { kinds: ['layout'] })
    : [];
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
  for (const tankId of new Set(rows.map((r) => r.subjectId)))
    for (const said of cleaningSaid(
      rows.filter((r) => r.subjectId === tankId),
      { rowsDrawn: drawn.filter((d) => d.subjectId === tankId).at(-1)?.payload.rows ?? null, tankId, nowEpochMs },
    ))
      add(tankId, said);
  return byTank;
}

/** What of a tank asks to be cleaned: a sponge by its flow, the other half of a bed. */
function cleaningSaid(
  rows: readonly DiaryRow<'outage' | 'move' | 'flow' | 'cleaning'>[],
  { rowsDrawn, tankId, nowEpochMs }: { rowsDrawn: TankPlan | null; tankId: string; nowEpochMs: number },
): Contribution[] {
  const cleanings = ofKind(rows, 'cleaning');
  const flow = flowState({
    measured: ofKind(rows, 'flow').map(({ payload, atEpochMs }) => ({ atEpochMs, secondsPerL: payload.secondsPerL })),
    cleanedAtEpochMs: cleanings
      .filter(({ payload }) => payload.what === 'sponge' || payload.what === 'prefilter')
      .map(({ atEpochMs }) => atEpochMs),
    nowEpochMs,
  });
  const beds = cleanings
    .filter(({ payload }) => payload.what === 'bed')
    .map(({ payload: { squareIds, school }, atEpochMs }) => ({ atEpochMs, squareIds, school }));
  const school = beds.at(-1)?.school;
  const next =
    school === undefined
      ? null
      : bedNext({
          squares: rowsDrawn
            ? deadSpots(rowsDrawn).map(({ id, kind, dead }) => ({ id, open: kind !== 'hard', dead }))
            : plainBed,
          cleaned: beds,
          school,
          youngAbout: false,
          caseOpen: false,
          activeSoil: false,
          nowEpochMs,
          tonight: () => false,
        });
  const head = { sinceEpochMs: null, dueEpochMs: null, loud: false, rank: 2 };
  const begins = { path: '/hands/clean', query: { tank: tankId } };
  return [
    ...(flow?.due && flow.shareFraction !== null
      ? [
          {
            ...head,
            id: 'sponge-due',
            severity: 'watch' as const,
            reason: { id: 'sponge-due' as const, facts: { shareFraction: flow.shareFraction } },
            begins,
          },
        ]
      : []),
    ...(next?.otherHalfWaits
      ? [
          {
            ...head,
            id: 'bed-due',
            severity: 'note' as const,
            reason: { id: 'bed-due' as const, facts: { squaresCount: next.squareIds.length } },
            begins,
          },
        ]
      : []),
  ];
}
