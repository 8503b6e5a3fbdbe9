import type { Books, Breakdown, CivilDate, ContactId, Period } from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import { loadChart } from '../accounts/account-store.js';
import type { Db } from '../database/connection.js';
import { breakdown, breakdownValue, contact, periodLock } from '../database/schema.js';
import { organisationOf } from '../organisations/organisation-store.js';

/** What an entry of an organisation is checked against, as it stands now. */
export function loadBooks(db: Db, organisation: number, today: CivilDate): Books {
  const { baseCurrency, calendar, changeoverDate } = organisationOf(db, organisation);
  const byNumber = new Map<string, ContactId>();
  const byName = new Map<string, ContactId>();
  for (const one of db.select().from(contact).where(eq(contact.organisation, organisation)).all()) {
    byNumber.set(one.number, one.id as ContactId);
    byName.set(one.name.toLowerCase(), one.id as ContactId);
  }
  const locks = db
    .select({ period: periodLock.period })
    .from(periodLock)
    .where(eq(periodLock.organisation, organisation))
    .all();
  return {
    baseCurrency,
    calendar,
    chart: loadChart(db, organisation),
    breakdowns: loadBreakdowns(db, organisation),
    today,
    changeoverDate: (changeoverDate ?? undefined) as CivilDate | undefined,
    lockedPeriods: new Set(locks.map((lock) => lock.period as Period)),
    findContact: (text) => byNumber.get(text) ?? byName.get(text.toLowerCase()),
  };
}

function loadBreakdowns(db: Db, organisation: number): Breakdown[] {
  const values = db.select().from(breakdownValue).where(eq(breakdownValue.organisation, organisation)).all();
  return db
    .select()
    .from(breakdown)
    .where(eq(breakdown.organisation, organisation))
    .all()
    .map(({ id, name, selfBalancing }) => ({
      id,
      name,
      selfBalancing,
      values: values.filter((value) => value.breakdown === id).map((value) => ({ id: value.id, name: value.name })),
    }));
}
