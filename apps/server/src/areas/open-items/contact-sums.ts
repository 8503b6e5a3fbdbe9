import type { AccountId, CivilDate, ContactId } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { Derivation } from '../../platform/derived/derivation.js';
import { derivedTo } from '../../platform/derived/derived-to.js';
import { partOfMonth } from '../ledger/part-of-month.js';
import { contactDirectory } from '../contacts/contact-directory.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** What each contact moved on each account in each month, added up from the lines themselves. */
export const contactSums: Derivation = {
  name: 'contact-sums',
  version: 2,
  tables: {
    contact_sum: `CREATE TABLE contact_sum (organisation INTEGER NOT NULL, account INTEGER NOT NULL,
      contact INTEGER NOT NULL, period INTEGER NOT NULL, amount INTEGER NOT NULL,
      PRIMARY KEY (organisation, account, contact, period)) STRICT, WITHOUT ROWID`,
  },
  extend: (books, derived, { organisation, after, upTo }) => {
    const add = derived.prepare(`INSERT INTO contact_sum (organisation, account, contact, period, amount)
      VALUES (@organisation, @account, @contact, @period, @amount)
      ON CONFLICT DO UPDATE SET amount = amount + excluded.amount`);
    const found = books.$client.prepare<[number, number, number], ContactBalance & { period: number }>(
      // of every account: one can become a control account later
      `SELECT +account AS account, +contact AS contact, period, sum(amount) AS amount FROM line
      WHERE organisation = ? AND entry > ? AND entry <= ? AND +contact IS NOT NULL GROUP BY +account, +contact, period`,
    );
    for (const sum of found.all(organisation, after, upTo)) add.run({ organisation, ...sum });
  },
};

/** What stands between the organisation and a contact on a control account; minor units, debit positive. */
export interface ContactBalance {
  readonly account: AccountId;
  readonly contact: ContactId;
  readonly amount: number;
}

/**
 * What the lines of each contact leave on control accounts at the end of a day: from what was derived of them, and from
 * the lines themselves within the last month and where nothing has been derived yet.
 *
 * @param contact only this one's, and those of contacts that were merged into it
 */
export function contactBalances(
  db: Db,
  books: Organisation,
  accounts: readonly AccountId[],
  asAt: CivilDate,
  contact?: ContactId,
): ContactBalance[] {
  const derived = derivedTo(db, contactSums, books.id);
  const part = partOfMonth(books.calendar, asAt);
  const [whose, index] =
    contact === undefined
      ? ['contact IS NOT NULL', 'line_account']
      : ['contact IN (SELECT value FROM json_each(@family))', 'line_contact'];
  const whole = `SELECT account, contact, amount FROM derived.contact_sum
    WHERE organisation = @organisation AND account IN (SELECT value FROM json_each(@accounts)) AND ${whose} AND period <= @whole
    UNION ALL SELECT account, contact, @sign * amount FROM line INDEXED BY ${index}
    WHERE organisation = @organisation AND account IN (SELECT value FROM json_each(@accounts)) AND ${whose}
      AND date >= max(@from, @since) AND date <= @to AND period = @period AND entry <= @derived
    UNION ALL`;
  // those that came since are few, whoever they are of
  const unindexed = derived > 0 ? '+' : '';
  return db.$client
    .prepare<object, ContactBalance>(
      `SELECT account, contact, sum(amount) AS amount FROM (
        ${derived > 0 ? whole : ''}
        SELECT account, contact, amount FROM line ${derived > 0 ? '' : `INDEXED BY ${index}`}
        WHERE organisation = @organisation AND ${unindexed}account IN (SELECT value FROM json_each(@accounts))
          AND ${unindexed}${whose} AND entry > @derived AND date <= @asAt
      ) GROUP BY account, contact`,
    )
    .all({
      organisation: books.id,
      accounts: JSON.stringify(accounts),
      derived,
      family: JSON.stringify(contact === undefined ? [] : contactDirectory(db, books.id).family(contact)),
      asAt,
      ...part,
      since: part.period === 0 ? '' : `${asAt.slice(0, 7)}-01`,
    });
}
