import { bookKinds } from '#almanac/kinds';
import { shippedAlmanac } from '#almanac/shelf';
import { kindsInForce, populationsOf, type Lodger, type StockEvent } from '#core/stock';
import { bearingOf } from '#core/water';
import type { ArrivalPayload, StockPayload } from '#contracts/book';
import { ofKind, readDiary, type DiaryRow } from '../book';
import type { Db } from '../db';
import { readTankRows, type Tank, type TankRow } from '../tanks';

/** A row of the diary as an event of a population. */
export const eventOf = (row: DiaryRow<'stock' | 'arrival'>): StockEvent =>
  row.kind === 'arrival' ? arrivedEvent(row.atEpochMs, row.payload) : stockEvent(row.atEpochMs, row.payload);

const arrivedEvent = (
  atEpochMs: number,
  { kindId, strain, count }: Pick<ArrivalPayload, 'kindId' | 'count' | 'strain'>,
): StockEvent => ({ atEpochMs, event: 'arrived', kindId, strain, count });
const stockEvent = (atEpochMs: number, { event, kindId, strain, count, sign }: StockPayload): StockEvent => ({
  atEpochMs,
  event,
  kindId,
  strain,
  count,
  sign,
});

/** Who lives in these tanks at a time, as far as the book knows: kinds with more than nobody left of them. */
async function lodgersOf(
  db: Db,
  { tankIds, atEpochMs }: { tankIds: readonly string[]; atEpochMs: number },
): Promise<Map<string, Lodger[]>> {
  const [rows, own] = await Promise.all([
    readDiary({ db }, { kinds: ['stock', 'arrival'], subjectIds: tankIds }),
    readDiary({ db }, { kinds: ['own-kind'] }),
  ]);
  const kinds = kindsInForce({ book: bookKinds, own: ofKind(own, 'own-kind').map((r) => r.payload.kind) });
  const events = new Map<string, StockEvent[]>();
  for (const row of rows) {
    const listed = events.get(row.subjectId);
    if (listed) listed.push(eventOf(row));
    else events.set(row.subjectId, [eventOf(row)]);
  }
  return new Map(
    [...events].map(([tankId, of]) => [
      tankId,
      populationsOf({ kinds, events: of, nowEpochMs: atEpochMs, tempC: null }).flatMap(
        ({ kindId, strain, count }): Lodger[] => {
          const kind = kinds.find((k) => k.id === kindId);
          return kind && count.hi > 0 ? [{ kind, strain, count }] : [];
        },
      ),
    ]),
  );
}

/** What is kept holds for so long: between events a population only fades. */
const keptMs = 6 * 3_600_000;

/**
 * Who lives where, kept in memory as long as nothing was written about the tank: years of events of three hundred tanks
 * are not read again for every sheet. The tank's own row says so, whichever server wrote.
 */
class LodgerBook {
  private readonly kept = new Map<string, { atEpochMs: number; mark: string; lodgers: readonly Lodger[] }>();
  constructor(private readonly db: Db) {}
  async of({ tanks, atEpochMs }: { tanks: readonly TankRow[]; atEpochMs: number }): Promise<LodgersById> {
    const lodgers = new Map<string, readonly Lodger[]>();
    const missing: TankRow[] = [];
    for (const tank of tanks) {
      const known = this.kept.get(tank.tankId);
      if (known?.mark === markOf(tank) && Math.abs(known.atEpochMs - atEpochMs) < keptMs)
        lodgers.set(tank.tankId, known.lodgers);
      else missing.push(tank);
    }
    if (missing.length === 0) return lodgers;
    const read = await lodgersOf(this.db, { tankIds: missing.map((t) => t.tankId), atEpochMs });
    for (const tank of missing) {
      const own = read.get(tank.tankId) ?? [];
      lodgers.set(tank.tankId, own);
      this.kept.set(tank.tankId, { atEpochMs, mark: markOf(tank), lodgers: own });
    }
    return lodgers;
  }
}
/** What is read later than the row is at least as new as it: a write between the two gives the next row another mark. */
const markOf = ({ movedSequence, ownKindsSequence }: TankRow): string => `${movedSequence} ${ownKindsSequence}`;
type LodgersById = Map<string, readonly Lodger[]>;
const books = new WeakMap<Db, LodgerBook>();
function bookOf(db: Db): LodgerBook {
  const known = books.get(db) ?? new LodgerBook(db);
  books.set(db, known);
  return known;
}

/** Tanks with the set-up in force at a time and who lives in them; of one, or of the house. */
export async function readTanks(db: Db, asked: { atEpochMs: number; tankId?: string }): Promise<Tank[]> {
  const rows = await readTankRows(db, asked);
  const lodgers = await bookOf(db).of({ tanks: rows, atEpochMs: asked.atEpochMs });
  return rows.map((tank) => {
    const living = lodgers.get(tank.tankId) ?? [];
    const { bearing, bearingKept = false, practiceId } = tank.setUp;
    const bears = bearingOf({
      said: bearing,
      keptTo: bearingKept,
      practice: shippedAlmanac.practices.find((p) => p.id === practiceId)?.bearing ?? null,
      kinds: living.map(({ kind }) => kind).filter((kind) => kind.group !== 'plant'),
    });
    return { ...tank, lodgers: living, bears };
  });
}
