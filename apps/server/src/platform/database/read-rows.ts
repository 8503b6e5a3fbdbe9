import { getTableColumns, getTableName, type InferSelectModel } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import type { Db } from './connection.js';
import { oncePerConnection } from './once-per-connection.js';

/** Columns whose values are what the file has. */
const AS_THEY_ARE = new Set(['SQLiteInteger', 'SQLiteText', 'SQLiteReal']);

/**
 * Reads many rows of a table with a statement that each connection prepares once: to build it, and to map row by row,
 * takes the library longer than it takes to read them.
 *
 * @param rest what comes after the name of the table, with named parameters
 * @example rowReader(line, 'WHERE organisation = @organisation AND entry = @entry')(db)({ organisation: 1, entry: 7 })
 */
export function rowReader<Table extends SQLiteTable>(
  table: Table,
  rest: string,
): (db: Db) => (given: Readonly<Record<string, number | string>>) => InferSelectModel<Table>[] {
  const columns = Object.entries(getTableColumns(table));
  const names = columns.map(([, { name }]) => `"${name}"`).join(', ');
  const read = columns.map(([key, column]) => ({ key, column, isAsItIs: AS_THEY_ARE.has(column.columnType) }));
  return oncePerConnection(({ $client }) => {
    const statement = $client
      .prepare<[object], unknown[]>(`SELECT ${names} FROM "${getTableName(table)}" ${rest}`)
      .raw();
    return (given) =>
      statement.all(given).map((values) => {
        const row: Record<string, unknown> = {};
        read.forEach(({ key, column, isAsItIs }, index) => {
          const value = values[index];
          row[key] = isAsItIs || value === null ? value : column.mapFromDriverValue(value);
        });
        // each column is there, under its own name
        return row as InferSelectModel<Table>;
      });
  });
}
