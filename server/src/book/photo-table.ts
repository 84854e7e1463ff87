import { customType, integer, pgTable, text } from 'drizzle-orm/pg-core';
import { at } from '../columns';

const bytea = customType<{ data: Uint8Array; driverData: Buffer }>({
  dataType: () => 'bytea',
  toDriver: (value) => Buffer.from(value),
  fromDriver: (value) => new Uint8Array(value),
});

/** The bytes of photos, by the hash that entries name: stored with the data, never changed. */
export const photos = pgTable('photos', {
  photoHash: text().primaryKey(),
  widthPx: integer().notNull(),
  heightPx: integer().notNull(),
  bytes: bytea().notNull(),
  smallBytes: bytea().notNull(),
  madeAt: at().notNull(),
});
