import { customType, timestamp } from 'drizzle-orm/pg-core';

export const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });
export const moment = (name: string) => timestamp(name, { withTimezone: true });
export const createdAt = () => moment('created_at').notNull().defaultNow();
export const savedAt = () => moment('saved_at').notNull().defaultNow();
