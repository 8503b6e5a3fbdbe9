import {
  addDays,
  type CivilDate,
  endsBeforeBooks,
  fiscalYearOf,
  flowsOfBalances,
  longDate,
  oldBalances,
  type OldBalances,
  positionInOldBooks,
  toldHistory,
  type TrialBalanceFlows,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { keptWhile } from '../../platform/database/kept-reading.js';
import { readSomeTrays, takeOnVersion } from '../account-detail/tray-rows.js';
import { loadChart } from '../accounts/account-store.js';
import type { LedgerView } from '../ledger/flow-store.js';
import { flowsAtDate } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** What is known of the time before these books: balances of the old ones, and where these take over. */
export interface OldBooks {
  /** The last day in the old books: positions are here from its end. */
  readonly changeover: CivilDate;
  /** From this day on revenue and expense are here: those of the running year were brought in. */
  readonly flowsFrom: CivilDate;
  readonly balances: readonly OldBalances[];
}

/** What is known of the old books; nothing is read anew until something is typed for the take-on, or the set-up changes. */
export function oldBooksOf(db: Db, { id, calendar }: Organisation): OldBooks {
  return keptWhile(db, `old books ${id}`, takeOnVersion(db, id), () => {
    const { on, trays } = readSomeTrays(db, id, ['trial-balance', 'history']);
    const { changeover } = on;
    return {
      changeover,
      flowsFrom: endsBeforeBooks(on) ? addDays(changeover, 1) : fiscalYearOf(calendar, changeover).first,
      balances: oldBalances(toldHistory(trays.history.facts, trays['trial-balance'].facts, on), on),
    };
  });
}

/** What a report is drawn of, or nothing; and what its reader has to know of where it comes from. */
export interface Figures<Of> {
  readonly of: Of | undefined;
  readonly note: string | null;
}

/** What stood at a date before the changeover: what was brought in of the old books. */
export function oldPosition(db: Db, organisation: Organisation, asAt: CivilDate): Figures<TrialBalanceFlows> {
  const { changeover, balances } = oldBooksOf(db, organisation);
  const old = positionInOldBooks(balances, asAt);
  if (!old) return { of: undefined, note: beforeTheseBooks(changeover, asAt) };
  const chart = loadChart(db, organisation.id);
  const flows = { earlier: flowsOfBalances(old, chart, false), year: flowsOfBalances(old, chart, true) };
  return { of: flows, note: 'From the old books.' };
}

/** What stood at a date: in these books, or before the changeover in the old ones. */
export function flowsKnownAt(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  asAt: CivilDate,
): Figures<TrialBalanceFlows> {
  if (asAt < oldBooksOf(db, organisation).changeover) return oldPosition(db, organisation, asAt);
  return { of: flowsAtDate(db, organisation, view, asAt), note: null };
}

/** Why there is nothing to show of a date. */
export function beforeTheseBooks(changeover: CivilDate, date: CivilDate): string {
  return `Before these books begin: they hold balances from ${longDate(changeover)}. ${howToBringIn(date)}`;
}

/** Where balances that are missing would come from. */
export function howToBringIn(date: CivilDate): string {
  return `The balances of ${longDate(date)} can be brought in under Take on, Earlier years.`;
}
