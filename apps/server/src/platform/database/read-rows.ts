import { getTableColumns, getTableName, type InferSelectModel } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import type { Db } from './connection.js';
import { oncePerConnection } from './once-per-connection.js';

/** Columns whose values are what the file has. */
const AS_THEY_ARE = new Set(['SQLiteInteger', 'SQLiteText', 'SQLiteReal']);

/**
 * Reads many rows of a table, none of whose columns holds bytes, with a statement that each connection prepares once. To
 * build it, and to make objects row by row, takes the library longer than it takes to read them: so the database hands
 * them over as one text.
 *
 * @param rest what comes after the name of the table, with named parameters
 * @example rowReader(line, 'WHERE organisation = @organisation AND entry = @entry')(db)({ organisation: 1, entry: 7 })
 */
export function rowReader<Table extends SQLiteTable>(
  table: Table,
  rest: string,
): (db: Db) => (given: Readonly<Record<string, number | string>>) => InferSelectModel<Table>[] {
  const columns = Object.entries(getTableColumns(table));
  const row = columns.map(([key, { name }]) => `'${key}', "${name}"`).join(', ');
  const mapped = columns.filter(([, { columnType }]) => !AS_THEY_ARE.has(columnType));
  return oncePerConnection(({ $client }) => {
    const statement = $client
      .prepare<[object], string>(
        `SELECT json_group_array(json_object(${row})) FROM (SELECT * FROM "${getTableName(table)}" ${rest})`,
      )
      .pluck();
    return (given) => {
      // each column is there, under its own name
      const rows = JSON.parse(statement.get(given) ?? '[]') as Record<string, unknown>[];
      for (const row of rows)
        for (const [key, column] of mapped) if (row[key] !== null) row[key] = column.mapFromDriverValue(row[key]);
      return rows as InferSelectModel<Table>[];
    };
  });
}
