import type { AccountId, CivilDate, ContactId, CurrencyCode, Percent, Period, Rate } from '@just-ledger/core';
import { type BuildColumns, is, type SQL, sql } from 'drizzle-orm';
import {
  check,
  customType,
  integer,
  SQLiteColumn,
  type SQLiteColumnBuilderBase,
  sqliteTable,
  type SQLiteTableExtraConfigValue,
  text,
} from 'drizzle-orm/sqlite-core';

/** A day as YYYY-MM-DD. */
export const civilDate = (name: string) => text(name).$type<CivilDate>();

/** A UTC moment in ISO 8601. */
export const moment = (name: string) => text(name);

/** The month of a lock, or `brought-forward`. */
export const period = (name: string) => text(name).$type<Period>();

export const accountId = (name: string) => integer(name).$type<AccountId>();
export const contactId = (name: string) => integer(name).$type<ContactId>();
export const currencyCode = (name: string) => text(name).$type<CurrencyCode>();
export const rate = (name: string) => text(name).$type<Rate>();
export const percent = (name: string) => text(name).$type<Percent>();

/** Yes or no, as 1 or 0. */
export const yesNo = (name: string) => integer(name, { mode: 'boolean' });

/** A value as JSON text. */
export const json = <T>(name: string) => text(name, { mode: 'json' }).$type<T>();

/** One of a list of words, of which there is at least one. */
export const oneOf = <const Word extends string>(name: string, [first, ...others]: readonly Word[]) =>
  // each list is a constant that has words in it, which its type has forgotten
  text(name, { enum: [first, ...others] as [Word, ...Word[]] });

/** A text that is compared without regard to capitals. */
export const caseless = customType<{ data: string; driverData: string }>({ dataType: () => 'text COLLATE NOCASE' });

/** The changes of a record so far, counted: what an edit has to name. */
export const version = () => integer('version').notNull().default(1);

/** The seal of a record of a history: over its content and the seal of the record before it. Empty is none. */
export const recordSealColumn = () => text('record_seal').notNull().default('');

/** That a column holds a day of the calendar. */
export const isDay = (column: SQLiteColumn): SQL => sql`date(${column}, '+0 days') IS ${column}`;

/** That a column holds a currency's three letters. */
export const isCurrency = (column: SQLiteColumn): SQL => sql`length(${column}) = 3`;

/** That a column stays within what a number can hold exactly. */
export const isWithinReach = (column: SQLiteColumn): SQL =>
  sql`${column} BETWEEN ${sql.raw(String(-Number.MAX_SAFE_INTEGER))} AND ${sql.raw(String(Number.MAX_SAFE_INTEGER))}`;

/**
 * A table whose columns hold what their kind says: one of their words, 0 or 1, readable JSON. The database checks it.
 * A word list of a column that is written a million times is checked by a trigger instead: such a column has a type and
 * no list.
 */
export const table = <Name extends string, Columns extends Record<string, SQLiteColumnBuilderBase>>(
  name: Name,
  columns: Columns,
  extras: (self: BuildColumns<Name, Columns, 'sqlite'>) => SQLiteTableExtraConfigValue[] = () => [],
) =>
  sqliteTable(name, columns, (self) => [
    ...Object.values(self).flatMap((column: unknown) => {
      const holds = is(column, SQLiteColumn) && demandedOf(column);
      return holds ? [check(`${name}_${column.name}`, holds)] : [];
    }),
    ...extras(self),
  ]);

function demandedOf(column: SQLiteColumn): SQL | undefined {
  if (column.columnType === 'SQLiteTextJson') return sql`json_valid(${column})`;
  if (column.columnType === 'SQLiteBoolean') return sql`${column} IN (0, 1)`;
  if (!column.enumValues?.length) return undefined;
  return sql`${column} IN (${sql.raw(column.enumValues.map((word) => `'${word}'`).join(', '))})`;
}
