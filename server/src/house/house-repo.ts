import { asc, eq } from 'drizzle-orm';
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
  return row ?? null;
}
export async function writeHouse(db: Db, row: HouseRow): Promise<void> {
  await db
    .insert(house)
    .values({ id: onlyId, ...row })
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
export async function readPreferences(db: Db, personId: string): Promise<Preferences> {
  const [row] = await db.select().from(preferences).where(eq(preferences.personId, personId));
  return row?.choices ?? {};
}
export async function writePreferences(db: Db, personId: string, choices: Preferences): Promise<void> {
  await db
    .insert(preferences)
    .values({ personId, choices })
    .onConflictDoUpdate({ target: preferences.personId, set: { choices } });
}
