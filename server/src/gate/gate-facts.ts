import { dayMs } from '#core/units';
import { careKnowledge } from '#almanac/care';
import { bookKinds } from '#almanac/kinds';
import type { WaterChanged } from '#core/care';
import { gateKinds, lifeBeganAt, type GateFacts, type GateKind, type GateRow, type TankBelow } from '#core/gate';
import { plainBed } from '#core/hands';
import { kindsInForce, type StockKind } from '#core/stock';
import type { GateView } from '#contracts/gate';
import { namesOf, readDiary, type DiaryRow } from '../book';
import type { Db, Tx } from '../db';
import { readNewestBy } from '../readings';
import { netVolumeInForce } from '../tanks';
import { readChanges } from '../water';

/** More than a course ever sees in one tank. */
const mostChanges = 400;
/** Water that was given to another tank so lately is in it still. */
const belowMs = 30 * dayMs;
const beside = {
  changes: [],
  netVolumeL: null,
  water: {},
  equipment: {},
  bedSquaresCount: plainBed.length,
  below: [],
} satisfies Partial<GateFacts>;

export const gateRow = (row: DiaryRow): GateRow => row as unknown as GateRow;
/** Kinds of animals as the keeper has them. */
export async function gateStockKinds(tx: Db | Tx): Promise<readonly StockKind[]> {
  const own = await readDiary({ db: tx }, { kinds: ['own-kind'] });
  return kindsInForce({ book: bookKinds, own: own.map((r) => r.payload.kind) });
}
/** What beside its own kind bears on an entry of a kind. */
const bearing: Readonly<Partial<Record<GateKind, readonly GateKind[]>>> = {
  course: ['arrival', 'stock'],
  arrival: ['stock', 'course', 'acclimation'],
  stock: ['arrival', 'course'],
  acclimation: ['arrival'],
  'batch-step': ['batch'],
  batch: ['batch-step'],
  ending: gateKinds,
};
/** Entries that bear on one of a kind: of its subject; a tool is one of the house. */
export async function gateRows(
  tx: Db | Tx,
  { kind, subjectId }: { kind: GateKind; subjectId: string },
): Promise<GateRow[]> {
  // When it was begun anew says which of it belongs to the same life.
  const kinds = [...new Set<GateKind>([kind, 'ending', ...(bearing[kind] ?? [])])];
  const rows = await readDiary(
    { db: tx },
    { kinds, wholeLife: true, ...(kind === 'tool' ? {} : { subjectIds: [subjectId] }) },
  );
  return rows.map(gateRow);
}
/** Whether a course was ever begun in a tank. */
export const hasCourse = async (tx: Tx, subjectId: string): Promise<boolean> =>
  (await readDiary({ db: tx }, { kinds: ['course'], subjectIds: [subjectId], wholeLife: true })).length > 0;
/** All that the gate knows of a subject. */
export const gateBook = async (tx: Tx, subjectId: string): Promise<GateRow[]> =>
  (await readDiary({ db: tx }, { kinds: gateKinds, subjectIds: [subjectId], wholeLife: true })).map(gateRow);

/** Whose facts are asked for: an entry of a kind in a tank, at the time at which it happens. */
export interface FactsAsked {
  kind: GateKind;
  subjectId: string;
  atEpochMs: number;
}
/** The same, with when each piece of equipment was last said to be on or off. */
export type FactsTold = GateFacts & { equipment: GateView['equipment'] };
/** What of the book bears on an entry; in the transaction that writes it, or for a page that asks while one types. */
export async function gateFacts(
  tx: Db | Tx,
  { kind, subjectId, atEpochMs }: FactsAsked,
  rows: readonly GateRow[],
): Promise<FactsTold> {
  const of = { rows, care: careKnowledge, kinds: [] as readonly StockKind[], ...beside };
  const meets = kind === 'arrival' || kind === 'stock' || kind === 'ending';
  if (meets && !rows.some((r) => r.kind === 'course') && kind !== 'ending') return of;
  const kinds = meets || kind === 'course' ? await gateStockKinds(tx) : [];
  if (kind === 'cleaning') return { ...of, bedSquaresCount: await openSquares(tx, subjectId) };
  if (kind !== 'course') return { ...of, kinds, changes: meets ? await changesOf(tx, { rows, subjectId }) : [] };
  const [changes, netVolumeL, water, facts] = [
    await changesOf(tx, { rows, subjectId }),
    await netVolumeInForce(tx, { subjectId, at: new Date(atEpochMs) }),
    await readNewestBy(tx, { subjectId, atEpochMs, sinceEpochMs: lifeBeganAt(rows, atEpochMs) }),
    await readDiary({ db: tx }, { kinds: ['fact'], subjectIds: [subjectId] }),
  ];
  return {
    ...of,
    kinds,
    changes,
    netVolumeL,
    water,
    equipment: equipmentAt(facts, atEpochMs),
    below: await belowOf(tx, { facts, atEpochMs }),
  };
}

/** Water changed since the first course of the tank. */
async function changesOf(
  tx: Db | Tx,
  { rows, subjectId }: { rows: readonly GateRow[]; subjectId: string },
): Promise<WaterChanged[]> {
  const courses = rows.filter((r) => r.kind === 'course');
  if (courses.length === 0) return [];
  const found = await readChanges(tx, {
    tankIds: [subjectId],
    limit: mostChanges,
    sinceEpochMs: Math.min(...courses.map((r) => r.atEpochMs)),
  });
  return found.map(({ entryId, subjectId: tankId, atEpochMs, changeFraction }) => ({
    entryId,
    tankId,
    atEpochMs,
    changeFraction,
  }));
}
async function openSquares(tx: Db | Tx, subjectId: string): Promise<number> {
  const drawn = (await readDiary({ db: tx }, { kinds: ['layout'], subjectIds: [subjectId] })).at(-1)?.payload.rows;
  return drawn ? drawn.flat().filter((square) => square !== 'hard').length : plainBed.length;
}
function equipmentAt(facts: readonly DiaryRow<'fact'>[], atEpochMs: number): GateView['equipment'] {
  const state: GateView['equipment'] = {};
  for (const { payload: of, atEpochMs: since } of facts)
    if (of.about === 'equipment' && since <= atEpochMs)
      state[of.item] = { on: of.on, detail: of.detail ?? '', atEpochMs: since };
  return state;
}
/** Tanks that got water of this one lately, with who lives in them. */
async function belowOf(
  tx: Db | Tx,
  { facts, atEpochMs }: { facts: readonly DiaryRow<'fact'>[]; atEpochMs: number },
): Promise<TankBelow[]> {
  const ids = [
    ...new Set(
      facts.flatMap(({ payload: of, atEpochMs: at }) =>
        of.about === 'shared' && of.thing === 'water' && Math.abs(atEpochMs - at) <= belowMs ? [of.withTankId] : [],
      ),
    ),
  ];
  if (ids.length === 0) return [];
  const [rows, names] = [
    await readDiary({ db: tx }, { kinds: ['arrival', 'stock'], subjectIds: ids }),
    await namesOf(tx, 'tank'),
  ];
  return ids.map((tankId) => ({
    tankId,
    name: names.get(tankId) ?? '',
    rows: rows.filter((r) => r.subjectId === tankId).map((r) => gateRow(r) as TankBelow['rows'][number]),
  }));
}
