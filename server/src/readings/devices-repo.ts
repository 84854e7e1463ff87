import { dayMs } from '#core/units';
import { and, asc, eq, gte, lt, or, sql } from 'drizzle-orm';
import { grains } from '#core/readings';
import type { Db } from '../db';
import { deviceBuckets } from './devices-table';

export interface Bucket {
  deviceId: string;
  parameter: string;
  grainMinutes: number;
  startsAtEpochMs: number;
  lo: number;
  hi: number;
  sumValue: number;
  samplesCount: number;
}

/** Adds what has come in since the last time; a bucket that is there grows. */
export async function addToBuckets(db: Db, buckets: readonly Bucket[]): Promise<void> {
  // A statement takes 65,535 values.
  for (let i = 0; i < buckets.length; i += 4000) await addSome(db, buckets.slice(i, i + 4000));
}
async function addSome(db: Db, buckets: readonly Bucket[]): Promise<void> {
  await db
    .insert(deviceBuckets)
    .values(buckets.map(({ startsAtEpochMs, ...bucket }) => ({ ...bucket, startsAt: new Date(startsAtEpochMs) })))
    .onConflictDoUpdate({
      target: [deviceBuckets.deviceId, deviceBuckets.parameter, deviceBuckets.grainMinutes, deviceBuckets.startsAt],
      set: {
        lo: sql`least(${deviceBuckets.lo}, excluded.lo)`,
        hi: sql`greatest(${deviceBuckets.hi}, excluded.hi)`,
        sumValue: sql`${deviceBuckets.sumValue} + excluded.sum_value`,
        samplesCount: sql`${deviceBuckets.samplesCount} + excluded.samples_count`,
      },
    });
}

/** Forgets the buckets of each grain that are older than its days. */
export async function forgetOldBuckets(db: Db, { nowEpochMs }: { nowEpochMs: number }): Promise<void> {
  const old = grains.map(({ grainMinutes, keepDays }) =>
    and(
      eq(deviceBuckets.grainMinutes, grainMinutes),
      lt(deviceBuckets.startsAt, new Date(nowEpochMs - keepDays * dayMs)),
    ),
  );
  await db.delete(deviceBuckets).where(or(...old));
}

export async function readBuckets(
  db: Db,
  { deviceId, grainMinutes, fromEpochMs }: { deviceId: string; grainMinutes: number; fromEpochMs: number },
): Promise<Bucket[]> {
  const rows = await db
    .select()
    .from(deviceBuckets)
    .where(
      and(
        eq(deviceBuckets.deviceId, deviceId),
        eq(deviceBuckets.grainMinutes, grainMinutes),
        gte(deviceBuckets.startsAt, new Date(fromEpochMs)),
      ),
    )
    .orderBy(asc(deviceBuckets.parameter), asc(deviceBuckets.startsAt));
  return rows.map(({ startsAt, ...row }) => ({ ...row, startsAtEpochMs: startsAt.getTime() }));
}
