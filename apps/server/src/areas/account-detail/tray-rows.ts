import {
  changeoverOf,
  readTrays,
  type ReadTrays,
  type TakeOnBooks,
  type TakeOnRow,
  type TrayKey,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit, keptWhile } from '../../platform/database/kept-reading.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { takeOnRow } from '../../platform/database/schema.js';
import { loadBooks } from '../books/books-store.js';
import { rateHeldOn } from '../currencies/currency-store.js';
import { organisationOf } from '../organisations/organisation-store.js';

/**
 * Reads some trays only, where the others do not matter; not anew before what was typed or the set-up changes. What `on`
 * holds of the books is their set-up: locks and the day of today are not to be read from it.
 */
export function readSomeTrays(
  db: Db,
  organisation: number,
  wanted: readonly TrayKey[],
): { readonly on: TakeOnBooks; readonly trays: ReadTrays } {
  return keptWhile(db, `trays ${organisation} ${wanted.join(' ')}`, takeOnVersion(db, organisation), () => {
    const books = loadBooks(db, organisation, organisationOf(db, organisation).calendar.firstDay);
    const changeover = changeoverOf(books);
    const on: TakeOnBooks = {
      books,
      changeover,
      rateOf: (currency) => rateHeldOn(db, organisation, currency, changeover)?.quote,
    };
    const rows = Object.fromEntries(wanted.map((tray) => [tray, rowsOfTray(db, organisation, tray)]));
    return { on, trays: readTrays(rows, on) };
  });
}

/** Changes with what is typed for the take-on, and with the set-up that it is read against. */
export function takeOnVersion(db: Db, organisation: number): string {
  return keptUntilCommit(
    db,
    `version of the old books ${organisation}`,
    () => lastChange(db).get({ organisation }) ?? '',
  );
}

const lastChange = oncePerConnection(({ $client }) =>
  $client
    .prepare<{ organisation: number }, string>(
      `SELECT coalesce((SELECT version FROM take_on_version WHERE organisation = @organisation), 0) || '.' ||
        coalesce((SELECT max(id) FROM set_up_change WHERE organisation = @organisation), 0)`,
    )
    .pluck(),
);

/** The rows of one tray, as they were typed. */
export function rowsOfTray(db: Db, organisation: number, tray: TrayKey): TakeOnRow[] {
  return db
    .select({ id: takeOnRow.id, cells: takeOnRow.cells })
    .from(takeOnRow)
    .where(and(eq(takeOnRow.organisation, organisation), eq(takeOnRow.tray, tray)))
    .orderBy(takeOnRow.place, takeOnRow.id)
    .all();
}
