import type { Db } from '../db';
import { readTankMarks, readTankRows, type TankMark, type TankRow, type TanksAsked } from './tanks-repo';

/**
 * The rows of the tanks as they were last read, each as long as the database has no other: asked by marks of a few bytes,
 * so that what rides with three hundred tanks is neither sent nor read again for every sheet. An unchanged tank is the
 * same object, which others may hang what they derive of it on.
 */
class TankRows {
  private readonly kept = new Map<string, { version: string; row: TankRow }>();
  constructor(private readonly db: Db) {}

  async of(asked: TanksAsked): Promise<TankRow[]> {
    const marks = await readTankMarks(this.db, asked);
    const known = (mark: TankMark): TankRow | null => {
      const kept = this.kept.get(mark.tankId);
      const same =
        kept?.version === mark.version &&
        kept.row.setUpEntryId === mark.setUpEntryId &&
        kept.row.ownKindsSequence === mark.ownKindsSequence;
      return same ? kept.row : null;
    };
    const missing = marks.filter((mark) => !known(mark));
    const fresh = new Map<string, TankRow>();
    if (missing.length > 0) {
      const [{ ownKindsSequence } = { ownKindsSequence: 0 }] = missing;
      const tankIds = missing.map((m) => m.tankId);
      for (const { version, ...read } of await readTankRows(this.db, { atEpochMs: asked.atEpochMs, tankIds })) {
        const row = { ...read, ownKindsSequence };
        fresh.set(row.tankId, row);
        this.kept.set(row.tankId, { version, row });
      }
    }
    return marks.flatMap((mark) => fresh.get(mark.tankId) ?? known(mark) ?? []);
  }
}
const books = new WeakMap<Db, TankRows>();

/** Tanks with the set-up in force at a time; of one, or of the house. */
export function tankRows(db: Db, asked: TanksAsked): Promise<TankRow[]> {
  const known = books.get(db) ?? new TankRows(db);
  books.set(db, known);
  return known.of(asked);
}
