import { customType, timestamp, uuid } from 'drizzle-orm/pg-core';

export const bytea = customType<{ data: Uint8Array; driverData: Buffer }>({
  dataType: () => 'bytea',
  toDriver: (v) => Buffer.from(v.buffer, v.byteOffset, v.byteLength)
});

export const id = () => uuid().primaryKey().defaultRandom();
export const at = () => timestamp({ withTimezone: true, mode: 'date' });
export const createdAt = () => at().notNull().defaultNow();
