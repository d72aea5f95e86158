import { sql } from 'drizzle-orm';
import { customType, timestamp, uuid } from 'drizzle-orm/pg-core';

export const bytea = customType<{ data: Uint8Array; driverData: Buffer }>({
  dataType: () => 'bytea',
  toDriver: (v) => Buffer.from(v.buffer, v.byteOffset, v.byteLength)
});

export const id = () => uuid().primaryKey().defaultRandom();
export const at = () => timestamp({ withTimezone: true, mode: 'date' });
/** When it happened by the clock of the shop, which tests and the demo may set. */
export const createdAt = () =>
  at()
    .notNull()
    .default(sql`shop_now()`);
/** A sign of life, by the machine's own clock: never set by anybody. */
export const livedAt = () => at().notNull().defaultNow();
