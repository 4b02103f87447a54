import { integer, text } from 'drizzle-orm/sqlite-core';

/* Columns that many tables have. */

export const json = <T>(name: string) => text(name, { mode: 'json' }).$type<T>();
/** An instant in epoch milliseconds, UTC. */
export const instant = (name: string) => integer(name);
export const flag = (name: string) => integer(name, { mode: 'boolean' });
