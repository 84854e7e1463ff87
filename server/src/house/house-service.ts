import { assert } from '#core/result';
import { usualUnits, type KeepersUnits, nightOn } from '#core/units';
import type { House, HouseChange, Preferences } from '#contracts/tonight';
import type { Db } from '../db';
import { realClock, stoppedClock, type Clock } from './clock';
import {
  mergePreferences,
  readHouse,
  readPreferences,
  readZones,
  renameHouse,
  writeHouse,
  writeZone,
  type HouseRow,
} from './house-repo';

/** One keeper on loopback; people come later, their ids are in the book from the first day. */
export const keeperId = 'keeper';

/** The house as every service needs it: its name, its clock and the zone in force at a time; read anew when it is changed. */
export interface HouseContext {
  row: HouseRow;
  clock: Clock;
  zoneAt: (atEpochMs: number) => string;
  nightOnAt: (atEpochMs: number) => string;
  refresh: () => Promise<void>;
}

export async function openHouse(db: Db, clock?: Clock): Promise<HouseContext> {
  const row = await readHouse(db);
  assert(row !== null, 'the house is set up before the server starts');
  let zones = await readZones(db);
  const zoneAt = (atEpochMs: number): string => {
    const on = new Date(atEpochMs).toISOString().slice(0, 10);
    return zones.filter((z) => z.fromOn <= on).at(-1)?.zone ?? zones[0]?.zone ?? 'UTC';
  };
  const ownClock =
    row.frozenAtEpochMs === null ? realClock({ offsetMs: row.clockOffsetMs }) : stoppedClock(row.frozenAtEpochMs);
  return {
    row,
    clock: clock ?? ownClock,
    zoneAt,
    nightOnAt: (atEpochMs) => nightOn({ atEpochMs, zone: zoneAt(atEpochMs) }),
    refresh: async () => {
      row.name = (await readHouse(db))?.name ?? row.name;
      zones = await readZones(db);
    },
  };
}

export async function setUpHouse(db: Db, { row, zone }: { row: HouseRow; zone: string }): Promise<void> {
  await writeHouse(db, row);
  await writeZone(db, { fromOn: '1970-01-01', zone });
}

export async function houseView({
  db,
  house,
  almanacVersion,
  personId,
}: {
  db: Db;
  house: HouseContext;
  almanacVersion: number;
  personId: string;
}): Promise<House> {
  const now = house.clock.nowEpochMs();
  // Another server may have taken a new name or zone.
  const [preferences] = await Promise.all([readPreferences(db, personId), house.refresh()]);
  return {
    nowAt: new Date(now).toISOString(),
    nightOn: house.nightOnAt(now),
    key: house.row.demo ? 'demo' : 'own',
    name: house.row.name,
    zone: house.zoneAt(now),
    demo: house.row.demo,
    frozen: house.row.frozenAtEpochMs !== null,
    almanacVersion,
    preferences,
  };
}

export const changePreferences = (db: Db, personId: string, choices: Preferences): Promise<Preferences> =>
  mergePreferences(db, personId, choices);

/** The units in which this person is spoken to, and how days are written for them. */
export async function waysOf(
  db: Db,
  personId: string,
): Promise<{ units: KeepersUnits; dateForm: Preferences['dateForm'] }> {
  const { units, dateForm } = await readPreferences(db, personId);
  return { units: { ...usualUnits, ...units }, dateForm };
}

/** A new name at once; another zone from tonight on, so that nights of the past stay what they were. */
export async function changeHouse(
  { db, house }: { db: Db; house: HouseContext },
  { name, zone }: HouseChange,
): Promise<void> {
  if (name !== undefined) await renameHouse(db, name.trim());
  if (zone !== undefined) await writeZone(db, { fromOn: house.nightOnAt(house.clock.nowEpochMs()), zone });
  await house.refresh();
}
