import { asc, eq, sql } from 'drizzle-orm';
import type { Preferences } from '#contracts/tonight';
import type { Db } from '../db';
import { house, houseZones, preferences } from './house-table';

export interface HouseRow {
  name: string;
  demo: boolean;
  clockOffsetMs: number;
  frozenAtEpochMs: number | null;
}
const onlyId = 1;

export async function readHouse(db: Db): Promise<HouseRow | null> {
  const [row] = await db.select().from(house).where(eq(house.id, onlyId));
  if (!row) return null;
  const { name, demo, clockOffsetMs, frozenAtEpochMs } = row;
  return { name, demo, clockOffsetMs, frozenAtEpochMs };
}

/**
 * The shape of what is derived from the book, raised whenever a projection or a slot of the read model changes. 2: named
 * records instead of positions, and what was last done as data. 3: the number of what last moved the water.
 */
export const derivedVersion = 4;
export async function readDerivedVersion(db: Db): Promise<number> {
  const [row] = await db.select({ version: house.derivedVersion }).from(house).where(eq(house.id, onlyId));
  return row?.version ?? derivedVersion;
}
export async function writeDerivedVersion(db: Db, version: number): Promise<void> {
  await db.update(house).set({ derivedVersion: version }).where(eq(house.id, onlyId));
}
export async function writeHouse(db: Db, row: HouseRow): Promise<void> {
  await db
    .insert(house)
    .values({ id: onlyId, derivedVersion, ...row })
    .onConflictDoUpdate({ target: house.id, set: row });
}
export async function readZones(db: Db): Promise<{ fromOn: string; zone: string }[]> {
  return db.select().from(houseZones).orderBy(asc(houseZones.fromOn));
}
export async function writeZone(db: Db, zone: { fromOn: string; zone: string }): Promise<void> {
  await db
    .insert(houseZones)
    .values(zone)
    .onConflictDoUpdate({ target: houseZones.fromOn, set: { zone: zone.zone } });
}
/** A new name for the house; all else of it stands. */
export async function renameHouse(db: Db, name: string): Promise<void> {
  await db.update(house).set({ name }).where(eq(house.id, onlyId));
}
export async function readPreferences(db: Db, personId: string): Promise<Preferences> {
  const [row] = await db.select().from(preferences).where(eq(preferences.personId, personId));
  return row?.choices ?? {};
}
/** Laid over what is chosen already, unit by unit, in one statement: of two at once neither loses the other's. */
export async function mergePreferences(db: Db, personId: string, choices: Preferences): Promise<Preferences> {
  const [row] = await db
    .insert(preferences)
    .values({ personId, choices })
    .onConflictDoUpdate({
      target: preferences.personId,
      set: {
        choices: sql`${preferences.choices} || excluded.choices || jsonb_strip_nulls(jsonb_build_object('units',
          nullif(coalesce(${preferences.choices}->'units', '{}') || coalesce(excluded.choices->'units', '{}'), '{}')))`,
      },
    })
    .returning({ choices: preferences.choices });
  return row?.choices ?? choices;
}
