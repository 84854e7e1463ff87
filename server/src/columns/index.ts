import { timestamp } from 'drizzle-orm/pg-core';

/** An instant to the millisecond. Here and not in a slice, because every table has one and the generator loads tables alone. */
export const at = () => timestamp({ withTimezone: true, precision: 3, mode: 'date' });
