import type { StockEvent } from '#core/stock';
import { tankStages, type EquipmentItem } from '#core/tanks';
import type { ArrivalPayload, OwnKindPayload, StockPayload } from '#contracts/book';
import type { Diary, StockTank, StockView } from '#contracts/stock';
import { badRequest, notFound } from '../app';
import { diaryKinds, readDiary, type BookDeps, type DiaryKindName, type DiaryRow } from '../book';
import { latestWater, readTanks, verdictOf, type TankRow } from '../tonight';
import { arrivedEvent, stockEvent } from './stock-checks';

/** A row of the diary as an event of a population. */
export const eventOf = (row: DiaryRow): StockEvent =>
  row.kind === 'arrival'
    ? arrivedEvent(row.at_ms, row.payload as ArrivalPayload)
    : stockEvent(row.at_ms, row.payload as StockPayload);

/** Tanks with their water, set-up and all that happened to their animals; of one tank or of the house. */
export async function stockView(deps: BookDeps, { tankId }: { tankId?: string | undefined }): Promise<StockView> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const scope = tankId === undefined ? {} : { subjectIds: [tankId] };
  const [tanks, rows, own] = await Promise.all([
    readTanks(deps.db, { atEpochMs: nowEpochMs, ...(tankId === undefined ? {} : { tankId }) }),
    readDiary(deps, { kinds: ['stock', 'arrival'], ...scope }),
    readDiary(deps, { kinds: ['own-kind'] }),
  ]);
  if (tankId !== undefined && tanks.length === 0) throw notFound('tank');
  const byTank = new Map<string, StockTank['events']>();
  for (const row of rows) {
    const { count, ...event } = eventOf(row);
    const listed = byTank.get(row.subject_id) ?? [];
    listed.push({ ...event, count: count && { lo: count.lo, hi: count.hi }, entryId: row.entry_id });
    byTank.set(row.subject_id, listed);
  }
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    tanks: tanks.map((tank) => stockTank({ tank, nowEpochMs, events: byTank.get(tank.id) ?? [] })),
    ownKinds: latestOwn(own),
  };
}

/** The newest figures of each of the keeper's own kinds. */
function latestOwn(rows: readonly DiaryRow[]): StockView['ownKinds'] {
  const byId = new Map(rows.map((row) => [row.subject_id, (row.payload as OwnKindPayload).kind]));
  return [...byId.values()];
}

function stockTank({
  tank,
  nowEpochMs,
  events,
}: {
  tank: TankRow;
  nowEpochMs: number;
  events: StockTank['events'];
}): StockTank {
  const stage = tank.newest['stage']?.[0]?.[2];
  return {
    tankId: tank.id,
    name: tank.name,
    state: verdictOf({ tank, nowEpochMs }).state,
    setUp: tank.payload,
    netVolumeL: tank.net_volume_l,
    stage: tankStages.find((s) => s === stage) ?? null,
    equipment: equipmentOf(tank),
    water: latestWater(tank),
    events,
  };
}

function equipmentOf({ newest }: TankRow): StockTank['equipment'] {
  const equipment: StockTank['equipment'] = {};
  for (const [key, items] of Object.entries(newest)) {
    const [kind, item] = key.split(':');
    const [latest] = items;
    if (kind !== 'equipment' || !latest) continue;
    const [atEpochMs, , on, detail, lightHours] = latest;
    equipment[item as EquipmentItem] = {
      on: on === true,
      detail: String(detail),
      atEpochMs,
      ...(typeof lightHours === 'number' ? { lightHours } : {}),
    };
  }
  return equipment;
}

/** A slice of the diary as it was written; the pages of tanks, sources, stock and supplies read their own kinds from it. */
export async function diaryView(
  deps: BookDeps,
  { kinds, subject, days }: { kinds: string; subject?: string | undefined; days?: string | undefined },
): Promise<Diary> {
  const nowEpochMs = deps.house.clock.nowEpochMs();
  const asked = kinds.split(',');
  const unknown = asked.filter((k) => !diaryKinds.includes(k as DiaryKindName));
  if (unknown.length > 0) throw badRequest([{ field: 'kinds', message: `no diary is kept of ${unknown.join(', ')}` }]);
  const rows = await readDiary(deps, {
    kinds: asked as DiaryKindName[],
    ...(subject === undefined ? {} : { subjectIds: [subject] }),
    ...(days === undefined ? {} : { sinceEpochMs: nowEpochMs - Number(days) * 86_400_000 }),
  });
  return {
    nowAt: new Date(nowEpochMs).toISOString(),
    entries: rows.map((r) => ({
      entryId: r.entry_id,
      kind: r.kind,
      subjectId: r.subject_id,
      atEpochMs: r.at_ms,
      payload: r.payload,
    })),
  };
}
