import {
  addDays,
  changeoverOf,
  fiscalYearOf,
  isYearEnd,
  oldBalances,
  readTrays,
  toldHistory,
  type CivilDate,
  type OldBalances,
} from '@just-ledger/core';
import type { Db } from '../database/connection.js';
import { keptUntilCommit } from '../database/kept-reading.js';
import { loadBooks } from '../journal/books-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { rowsOfTray } from './take-on-store.js';

/** What is known of the time before these books: balances of the old ones, and where these take over. */
export interface OldBooks {
  /** The last day in the old books: positions are here from its end. */
  readonly changeover: CivilDate;
  /** From this day on revenue and expense are here: those of the running year were brought in. */
  readonly flowsFrom: CivilDate;
  readonly balances: readonly OldBalances[];
}

/** What is known of the old books; nothing is read anew until something is posted or typed. */
export function oldBooksOf(db: Db, { id, calendar }: Organisation): OldBooks {
  return keptUntilCommit(db, `old books ${id}`, () => {
    const books = loadBooks(db, id, calendar.firstDay);
    const changeover = changeoverOf(books);
    const on = { books, changeover, rateOf: () => undefined };
    const trays = readTrays(
      { 'trial-balance': rowsOfTray(db, id, 'trial-balance'), history: rowsOfTray(db, id, 'history') },
      on,
    );
    return {
      changeover,
      flowsFrom: isYearEnd(on) ? addDays(changeover, 1) : fiscalYearOf(calendar, changeover).first,
      balances: oldBalances(toldHistory(trays.history.facts, trays['trial-balance'].facts, on), on),
    };
  });
}
