import type { CountedItemRequest } from '@just-ledger/contract';
import { isInventory, type Occurrence } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { readSomeTrays, rowsOfTray } from '../account-detail/tray-rows.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { type RecurringJournal, settledOf, termsOfVersion, versionOf } from './recurring-store.js';

/**
 * The items of the count before, or, before there was one, those that were taken on with the old books: what they are
 * called and what one costs. How many there are now is to be counted.
 */
export function countedBefore(
  db: Db,
  organisation: Organisation,
  journal: RecurringJournal,
  occurrence: Occurrence,
): CountedItemRequest[] {
  const last = [...settledOf(db, journal.row)]
    .filter(([date, { reckoning }]) => date < occurrence.nominal && reckoning?.by === 'count')
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .at(-1)?.[1].reckoning;
  if (last)
    return last.rows.flatMap(({ what, cost }) => (cost === undefined ? [] : [{ item: what, quantity: '', cost }]));
  return takenOn(db, organisation, journal, occurrence);
}

function takenOn(
  db: Db,
  organisation: Organisation,
  journal: RecurringJournal,
  occurrence: Occurrence,
): CountedItemRequest[] {
  const { on } = readSomeTrays(db, organisation.id, ['stock']);
  const { chart } = on.books;
  const number = termsOfVersion(db, versionOf(journal, occurrence)).target?.account ?? '';
  const usual = chart.accounts.find(isInventory)?.number;
  return rowsOfTray(db, organisation.id, 'stock').flatMap(({ cells }) => {
    const { item = '', cost = '', account = '' } = cells;
    return item !== '' && (account || usual) === number ? [{ item, quantity: '', cost }] : [];
  });
}
