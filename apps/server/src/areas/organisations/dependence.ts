import type { ChangeOrganisationRequest } from '@just-ledger/contract';
import { entryNumber, KIND_LABELS, longDate, parseCivilDate, problem, type Problem } from '@just-ledger/core';
import { and, desc, eq, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry, yearClosing } from '../../platform/database/schema.js';
import type { Organisation } from './organisation-store.js';

/** What of a change posted entries and closed years forbid, each at its field with what stands in the way. */
export function dependenceProblems(db: Db, before: Organisation, request: ChangeOrganisationRequest): Problem[] {
  const problems: Problem[] = [];
  const refuse = (field: string, why: string): void => void problems.push(problem('in-use', field, why));
  const posted = postedEntries(db, before.id);
  const fixed = [
    ['baseCurrency', before.baseCurrency, 'the base currency stays'],
    ['firstDay', before.calendar.firstDay, 'the first day stays'],
    ['fiscalYearStartMonth', before.calendar.fiscalYearStartMonth, 'the start of the year stays'],
    ['fiscalYearStartDay', before.calendar.fiscalYearStartDay, 'the start of the year stays'],
  ] as const;
  for (const [field, now, message] of fixed) {
    if (posted && request[field] !== undefined && request[field] !== now) refuse(field, `${posted}: ${message}.`);
  }
  if (request.kind !== undefined && request.kind !== before.kind) {
    const closed = closedYears(db, before.id);
    const as = KIND_LABELS[before.kind].toLowerCase();
    if (closed.length > 0) refuse('kind', `Closed as a ${as}: ${closed.join(', ')}. Reopen first.`);
  }
  if (request.changeoverDate !== undefined && request.changeoverDate !== before.changeoverDate) {
    const until = request.changeoverDate ?? before.calendar.firstDay;
    const late = lastOpeningEntryAfter(db, before.id, until);
    if (late) refuse('changeoverDate', `Opening entry ${late.number} is dated ${late.date}; reverse it first.`);
  }
  return problems;
}

/** What has been posted, in words; undefined if nothing has. @example '531 entries are posted, the first is 2026/1' */
export function postedEntries(db: Db, organisation: number): string | undefined {
  const first = db
    .select({
      year: entry.year,
      number: entry.number,
      last: sql<number>`(SELECT max(place) FROM entry WHERE organisation = ${organisation})`,
    })
    .from(entry)
    .where(and(eq(entry.organisation, organisation), eq(entry.place, 1)))
    .get();
  if (!first) return undefined;
  const number = entryNumber(first.year, first.number);
  return first.last === 1 ? `Entry ${number} is posted` : `${first.last} entries are posted, the first is ${number}`;
}

function closedYears(db: Db, organisation: number): string[] {
  const rows = db.select().from(yearClosing).where(eq(yearClosing.organisation, organisation)).all();
  return rows.map((row) => row.year);
}

function lastOpeningEntryAfter(
  db: Db,
  organisation: number,
  date: string,
): { number: string; date: string } | undefined {
  const row = db
    .select()
    .from(entry)
    .where(and(eq(entry.organisation, organisation), sql`${entry.date} > ${date}`, eq(entry.kind, 'opening')))
    .orderBy(desc(entry.date))
    .limit(1)
    .get();
  return row && { number: entryNumber(row.year, row.number), date: longDate(parseCivilDate(row.date)) };
}
