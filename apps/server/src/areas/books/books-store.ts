import {
  type Books,
  type CivilDate,
  type ClosingPeriods,
  type Contact,
  mayPostWhileClosing,
} from '@just-ledger/core';
import { eq, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { contact, periodClosing, periodLock, yearClosing } from '../../platform/database/schema.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { loadChart } from '../accounts/account-store.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import { loadCurrencies, rateHeldOn } from '../currencies/currency-store.js';
import { organisationOf, roleOf } from '../organisations/organisation-store.js';
import { loadTaxCodes } from '../tax-codes/tax-code-store.js';
import { todayOf } from '../organisations/today-of.js';

/** An organisation's books for a command, kept until its set-up changes or the day does. */
export function booksOf(context: WriteContext, organisation: number): Books {
  const today = todayOf(context, organisation);
  return context.ofSetUp(organisation, today, () => loadBooks(context.db, organisation, today));
}

const periodsBeingClosed = oncePerConnection((db) =>
  db
    .select({ period: periodClosing.period })
    .from(periodClosing)
    .where(eq(periodClosing.organisation, sql.placeholder('organisation')))
    .prepare(),
);

/** The periods that are being closed, and who posts into them. */
export function closingPeriodsOf(db: Db, organisation: number): ClosingPeriods {
  return {
    periods: new Set(
      periodsBeingClosed(db)
        .all({ organisation })
        .map(({ period }) => period),
    ),
    who: organisationOf(db, organisation).postsWhileClosing,
  };
}

/** An organisation's books for a command of somebody, with the periods being closed into which that person may not post. */
export function booksFor(context: WriteContext, who: Poster): Books {
  return closedTo(context.db, who, booksOf(context, who.organisation));
}

/** Who posts where. */
interface Poster {
  readonly organisation: number;
  readonly person: number;
}

/** Books with the periods being closed into which somebody may not post. */
export function closedTo(db: Db, { organisation, person }: Poster, books: Books): Books {
  const closing = closingPeriodsOf(db, organisation);
  const isOpen =
    closing.periods.size === 0 || mayPostWhileClosing(closing.who, roleOf(db, organisation, person) ?? 'reader');
  return isOpen ? books : { ...books, closing };
}

/** What an entry of an organisation is checked against, as it stands now. */
export function loadBooks(db: Db, organisation: number, today: CivilDate): Books {
  const { baseCurrency, calendar, changeoverDate } = organisationOf(db, organisation);
  // looked up only once somebody asks: reports do not, and there may be very many
  let contacts: ContactNames | undefined;
  const locks = db
    .select({ period: periodLock.period })
    .from(periodLock)
    .where(eq(periodLock.organisation, organisation))
    .all();
  const closed = db
    .select({ year: yearClosing.year })
    .from(yearClosing)
    .where(eq(yearClosing.organisation, organisation))
    .all();
  return {
    baseCurrency,
    calendar,
    chart: loadChart(db, organisation),
    breakdowns: loadBreakdowns(db, organisation),
    taxCodes: loadTaxCodes(db, organisation),
    today,
    changeoverDate: changeoverDate ?? undefined,
    lockedPeriods: new Set(locks.map((lock) => lock.period)),
    closedYears: new Set(closed.map(({ year }) => year)),
    exchange: {
      rateOn: (currency, date) => rateHeldOn(db, organisation, currency, date)?.quote,
      accounts: (currency) =>
        loadCurrencies(db, organisation).find((loadCurrency) => loadCurrency.currency === currency)?.accounts ?? {},
    },
    findContact: (text) => {
      contacts ??= contactNames(db, organisation);
      return contacts.get(text) ?? contacts.get(text.toLowerCase());
    },
  };
}

type NamedContact = Pick<Contact, 'id' | 'name' | 'active' | 'terms'>;
type ContactNames = ReadonlyMap<string, NamedContact>;

/** Contacts by number and by name in small letters; merged ones lead to the contact that took their place. */
function contactNames(db: Db, organisation: number): ContactNames {
  const rows = db.select().from(contact).where(eq(contact.organisation, organisation)).all();
  const byId = new Map(
    rows.map(({ id, name, active, terms }): [number, NamedContact] => [
      id,
      { id, name, active, ...(terms && { terms }) },
    ]),
  );
  const found = new Map<string, NamedContact>();
  const name = (key: string, { id, mergedInto }: (typeof rows)[number]): void => {
    const named = byId.get(mergedInto ?? id);
    if (named) found.set(key, named);
  };
  for (const row of rows) name(row.name.toLowerCase(), row);
  for (const row of rows) name(row.number, row);
  return found;
}
