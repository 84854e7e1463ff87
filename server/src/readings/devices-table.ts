import { doublePrecision, index, integer, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { at } from '../columns';

/** Continuous data of devices, apart from readings and outside the book: downsampled, and forgotten by rule. */
export const deviceBuckets = pgTable(
  'device_buckets',
  {
    deviceId: text().notNull(),
    parameter: text().notNull(),
    grainMinutes: integer().notNull(),
    startsAt: at().notNull(),
    lo: doublePrecision().notNull(),
    hi: doublePrecision().notNull(),
    sumValue: doublePrecision().notNull(),
    samplesCount: integer().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.deviceId, t.parameter, t.grainMinutes, t.startsAt] }),
    index('device_buckets_age').on(t.grainMinutes, t.startsAt),
  ],
);
