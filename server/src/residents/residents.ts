import { hourMs } from '#core/units';
import { bookKinds } from '#almanac/kinds';
import { shippedAlmanac } from '#almanac/shelf';
import { kindsInForce, populationsOf, type Resident, type StockEvent, type StockKind } from '#core/stock';
import { bearingOf } from '#core/water';
import type { ArrivalPayload, StockPayload } from '#contracts/book';
import { ofKind, readDiary, type DiaryRow } from '../book';
import type { Db } from '../db';
import { tankRows, type Tank, type TankRow, type TanksAsked } from '../tanks';

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

/** What was ever said of the animals of some tanks, and the kinds that they may be of. */
export interface StockTold {
  kinds: readonly StockKind[];
  events: ReadonlyMap<string, readonly StockEvent[]>;
}

interface Kept {
  sequence: number;
  events: readonly StockEvent[];
  /** Who lived there at a time, by the kinds as they were then. */
  living: { atEpochMs: number; kinds: readonly StockKind[]; residents: readonly Resident[] } | null;
}
/** Between events a population only fades: who lives there is counted anew after so long. */
const keptMs = 6 * hourMs;

/**
 * What was told of the stock, kept in memory as long as nothing was written about the tank: years of events of three
 * hundred tanks are not read again for every sheet. The tank's own row says so, whichever server wrote.
 */
class StockBook {
  private readonly kept = new Map<string, Kept>();
  private own: { sequence: number; kinds: readonly StockKind[] } | null = null;
  constructor(private readonly db: Db) {}

  async of(tanks: readonly TankRow[]): Promise<StockTold> {
    const ownSequence = tanks[0]?.ownKindsSequence ?? 0;
    // What is read later than the rows is at least as new as they are: a write between the two gives the next row another mark.
    const missing = tanks.filter((t) => this.kept.get(t.tankId)?.sequence !== t.movedSequence);
    const [own, read] = await Promise.all([
      this.own?.sequence === ownSequence ? this.own : this.ownKinds(ownSequence),
      missing.length === 0
        ? []
        : readDiary({ db: this.db }, { kinds: ['stock', 'arrival'], subjectIds: missing.map((t) => t.tankId) }),
    ]);
    this.own = own;
    const fresh = new Map<string, StockEvent[]>(missing.map((t) => [t.tankId, []]));
    for (const row of read) fresh.get(row.subjectId)?.push(eventOf(row));
    for (const { tankId, movedSequence } of missing)
      this.kept.set(tankId, { sequence: movedSequence, events: fresh.get(tankId) ?? [], living: null });
    return {
      kinds: own.kinds,
      events: new Map(tanks.map(({ tankId }) => [tankId, fresh.get(tankId) ?? this.kept.get(tankId)?.events ?? []])),
    };
  }
  /** Who lives in each of them at a time, as far as the book knows. */
  async residents(tanks: readonly TankRow[], atEpochMs: number): Promise<Map<string, readonly Resident[]>> {
    const { kinds, events } = await this.of(tanks);
    return new Map(
      tanks.map(({ tankId, movedSequence }) => {
        const kept = this.kept.get(tankId);
        const living = kept?.sequence === movedSequence ? kept.living : null;
        if (living?.kinds === kinds && Math.abs(living.atEpochMs - atEpochMs) < keptMs)
          return [tankId, living.residents];
        const residents = residentsOf({ kinds, events: events.get(tankId) ?? [] }, atEpochMs);
        if (kept?.sequence === movedSequence) kept.living = { atEpochMs, kinds, residents };
        return [tankId, residents];
      }),
    );
  }
  private async ownKinds(sequence: number): Promise<{ sequence: number; kinds: readonly StockKind[] }> {
    const own = sequence === 0 ? [] : await readDiary({ db: this.db }, { kinds: ['own-kind'] });
    return {
      sequence,
      kinds: kindsInForce({ book: bookKinds, own: ofKind(own, 'own-kind').map((r) => r.payload.kind) }),
    };
  }
}
const books = new WeakMap<Db, StockBook>();
function bookOf(db: Db): StockBook {
  const known = books.get(db) ?? new StockBook(db);
  books.set(db, known);
  return known;
}

/** What was told of the stock of these tanks, as their rows know it. */
export const stockTold = (db: Db, tanks: readonly TankRow[]): Promise<StockTold> => bookOf(db).of(tanks);

/** Who lives in a tank at a time, as far as the book knows: kinds with more than nobody left of them. */
const residentsOf = (
  { kinds, events }: { kinds: readonly StockKind[]; events: readonly StockEvent[] },
  atEpochMs: number,
): Resident[] =>
  populationsOf({ kinds, events, nowEpochMs: atEpochMs, tempC: null }).flatMap(
    ({ kindId, strain, count }): Resident[] => {
      const kind = kinds.find((k) => k.id === kindId);
      return kind && count.hi > 0 ? [{ kind, strain, count }] : [];
    },
  );

/** Tanks with the set-up in force at a time and who lives in them; of one, or of the house. */
export async function readTanks(db: Db, asked: TanksAsked): Promise<Tank[]> {
  const rows = await tankRows(db, asked);
  const residents = await bookOf(db).residents(rows, asked.atEpochMs);
  return rows.map((tank) => {
    const living = residents.get(tank.tankId) ?? [];
    const known = whole.get(tank);
    if (known?.residents === living) return known;
    const { bearing, bearingKept = false, practiceId } = tank.setUp;
    const bears = bearingOf({
      said: bearing,
      keptTo: bearingKept,
      practice: shippedAlmanac.practices.find((p) => p.id === practiceId)?.bearing ?? null,
      kinds: living.map(({ kind }) => kind).filter((kind) => kind.group !== 'plant'),
    });
    const made = { ...tank, residents: living, bears };
    whole.set(tank, made);
    return made;
  });
}
/** An unchanged row with the same animals is the same tank. */
const whole = new WeakMap<TankRow, Tank>();
