import { bookKinds } from '#almanac/kinds';
import { shippedAlmanac } from '#almanac/shelf';
import { kindsInForce, populationsOf, type Lodger, type StockEvent } from '#core/stock';
import { bearingOf } from '#core/water';
import type { ArrivalPayload, StockPayload } from '#contracts/book';
import { ofKind, onWritten, readDiary, type DiaryRow, type WrittenEntry } from '../book';
import type { Db } from '../db';
import { readTankRows, type Tank } from '../tanks';

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
 * Who lives where, kept in memory until something is written about it: years of events of three hundred tanks are not read
 * again for every sheet. What is read while a write is under way is not kept.
 */
class LodgerBook {
  private readonly kept = new Map<string, { atEpochMs: number; lodgers: readonly Lodger[] }>();
  private writesCount = 0;
  constructor(private readonly db: Db) {
    onWritten(db, (entries) => {
      this.forget(entries);
    });
  }
  async of({ tankIds, atEpochMs }: { tankIds: readonly string[]; atEpochMs: number }): Promise<LodgersById> {
    const fresh = (tankId: string): readonly Lodger[] | null => {
      const known = this.kept.get(tankId);
      return known && Math.abs(known.atEpochMs - atEpochMs) < keptMs ? known.lodgers : null;
    };
    const missing = tankIds.filter((id) => !fresh(id));
    const { writesCount } = this;
    const read =
      missing.length === 0 ? new Map<string, Lodger[]>() : await lodgersOf(this.db, { tankIds: missing, atEpochMs });
    if (writesCount === this.writesCount)
      for (const id of missing) this.kept.set(id, { atEpochMs, lodgers: read.get(id) ?? [] });
    return new Map(tankIds.map((id) => [id, read.get(id) ?? fresh(id) ?? []]));
  }
  private forget(entries: readonly WrittenEntry[]): void {
    this.writesCount += 1;
    for (const { kind, subjectId } of entries) {
      if (kind === 'own-kind') this.kept.clear();
      else if (kind === 'stock' || kind === 'arrival' || kind === 'strike') this.kept.delete(subjectId);
    }
  }
}
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
  const lodgers = await bookOf(db).of({ tankIds: rows.map((t) => t.tankId), atEpochMs: asked.atEpochMs });
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
