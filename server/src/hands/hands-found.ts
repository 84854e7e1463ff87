import { nightOn, dayMs } from '#core/units';
import { handsThreads, heldAgainst, stirredUp, handsStepsOf } from '#core/hands';
import type { HandsFound } from '#contracts/hands';
import { readDiary, type BookDeps, type DiaryRow } from '../book';
import { bandsOf } from '../judgement';
import { readTanks } from '../residents';
import { readWithin } from '../readings';
import { readChangedWithin } from '../water';

/** So long after coming home, or after a move, readings are asked for. */
const toldDays = 21;

/** Every absence that is over with what it did, and every move with what it stirred up. */
export async function readHandsFound(deps: BookDeps): Promise<HandsFound> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const zone = deps.house.zoneAt(nowEpochMs);
  const on = (atEpochMs: number): string => nightOn({ atEpochMs, zone });
  const [tanks, rows] = await Promise.all([
    readTanks(deps.db, { atEpochMs: nowEpochMs }),
    readDiary(deps, { kinds: ['absence', 'move'] }),
  ]);
  const known = rows.filter((row) => tanks.some((t) => t.tankId === row.subjectId));
  const { absences } = handsThreads(handsStepsOf(known), { today: on(nowEpochMs) });
  const over = absences.flatMap((a) => (a.backEpochMs === null ? [] : [{ ...a, backEpochMs: a.backEpochMs }]));
  const moves = known.flatMap(({ payload, ...row }) => (payload.step === 'moved' ? [{ ...row, payload }] : []));
  const windowOf = (tankId: string, fromEpochMs: number) => ({
    ...{ tankId, fromEpochMs },
    toEpochMs: fromEpochMs + toldDays * dayMs,
  });
  const windows = [
    ...over.map((a) => windowOf(a.tankId, a.backEpochMs)),
    ...moves.map((m) => windowOf(m.subjectId, m.atEpochMs)),
  ];
  const [histories, changes] = await Promise.all([readWithin(deps.db, windows), readChangedWithin(deps.db, windows)]);
  const readOf = (tankId: string, fromEpochMs: number) =>
    histories.filter(
      (h) => h.subjectId === tankId && h.atEpochMs >= fromEpochMs && h.atEpochMs <= fromEpochMs + toldDays * dayMs,
    );
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    absences: over.map(({ entryId, tankId, fromOn, toOn, backEpochMs }) => {
      const tank = tanks.find((t) => t.tankId === tankId);
      const held = heldAgainst({
        foreseen: foreseenIn(known, entryId),
        readings: readOf(tankId, backEpochMs),
        bands: Object.fromEntries((tank ? bandsOf(tank) : []).map(({ parameter, lo, hi }) => [parameter, { lo, hi }])),
        backEpochMs,
        changedEpochMs: changes.filter((c) => c.subjectId === tankId).map((c) => c.atEpochMs),
      });
      return { ...{ entryId, tankId, fromOn, toOn, backEpochMs }, held };
    }),
    moves: moves.map(({ entryId, subjectId, atEpochMs, payload }) => ({
      entryId,
      tankId: subjectId,
      movedEpochMs: atEpochMs,
      foreseenTanMgPerLPerDay: payload.tanMgPerLPerDay ?? null,
      stirred: stirredUp({
        movedEpochMs: atEpochMs,
        readings: readOf(subjectId, atEpochMs).filter(
          ({ parameter }) => parameter === 'tanMgPerL' || parameter === 'no2MgPerL',
        ),
      }),
    })),
  };
}
const foreseenIn = (rows: readonly DiaryRow<'absence' | 'move'>[], entryId: string) => {
  const payload = rows.find((row) => row.entryId === entryId)?.payload;
  return payload?.step === 'away' ? payload.leaves : [];
};
