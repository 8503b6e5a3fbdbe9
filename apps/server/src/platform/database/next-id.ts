import { and, type AnyColumn, eq, type SQL, sql } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import type { Db } from './connection.js';

/** A table whose rows are counted from 1 within their organisation. */
type CountedTable<Id extends number> = SQLiteTable & {
  readonly id: AnyColumn<{ data: Id }>;
  readonly organisation: AnyColumn;
};

/** The next id of a table within an organisation: one more than the highest there is. */
export function nextId<Id extends number>(db: Db, table: CountedTable<Id>, organisation: number): Id {
  const row = db
    .select({ id: sql<Id>`coalesce(max(${table.id}), 0) + 1` })
    .from(table)
    .where(eq(table.organisation, organisation))
    .get();
  if (!row) throw new Error('the highest of all has one row');
  return row.id;
}

/** That a row is the one with this id in its organisation. */
export function isRow<Id extends number>(table: CountedTable<Id>, organisation: number, id: Id): SQL | undefined {
  return and(eq(table.organisation, organisation), eq(table.id, id));
}
