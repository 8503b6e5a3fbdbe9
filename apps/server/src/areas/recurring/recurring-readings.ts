import type {
  FactsOfDateRequest,
  OccurrencesQuery,
  ProofsQuery,
  ProposedOccurrenceResponse,
  RecurringJournalResponse,
  RecurringPreviewResponse,
} from '@just-ledger/contract';
import { addMonths, type CivilDate, datesOfJournal, formatAmount, instalments, monthsApart } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import { defineReport } from '../../platform/threads/report.js';
import { loadBooks } from '../books/books-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { dayWithin, reportDate } from '../organisations/report-dates.js';
import { proposedOccurrence } from './proposed-occurrence.js';
import { amountsOfVersion, datesOfVersion } from './proposed-entry.js';
import { recurringAnswer } from './recurring-answers.js';
import {
  lastVersionOf,
  recurringJournalOf,
  recurringJournalsOf,
  settledOf,
  type RecurringJournal,
} from './recurring-store.js';

/** So far ahead a preview reaches if nobody says until when; and at most. */
const MONTHS_SHOWN = 12;
const MOST_MONTHS = 600;

/** All recurring journals, with their dates in the fiscal year of a day. */
export const recurringJournals = defineReport(
  'recurringJournals',
  (db: Db, organisation: Organisation, query: ProofsQuery, today: CivilDate): RecurringJournalResponse[] => {
    const shown = reportDate(query.asAt, 'asAt', organisation, today, today);
    return recurringJournalsOf(db, organisation.id).map((journal) =>
      recurringAnswer(db, organisation, journal, today, shown),
    );
  },
);

/** One recurring journal, with its dates in the fiscal year of a day. */
export const recurringJournal = defineReport(
  'recurringJournal',
  (
    db: Db,
    organisation: Organisation,
    { id, ...query }: ProofsQuery & { id: number },
    today: CivilDate,
  ): RecurringJournalResponse => {
    const shown = reportDate(query.asAt, 'asAt', organisation, today, today);
    return recurringAnswer(db, organisation, recurringJournalOf(db, organisation.id, id), today, shown);
  },
);

/** Every date of a recurring journal up to a day, with what it posted or would post as the books stand. */
export const recurringPreview = defineReport(
  'recurringPreview',
  (
    db: Db,
    organisation: Organisation,
    { id, until }: OccurrencesQuery & { id: number },
    today: CivilDate,
  ): RecurringPreviewResponse => {
    const journal = recurringJournalOf(db, organisation.id, id);
    const to = dayWithin(until, 'until', addMonths(today, MONTHS_SHOWN), addMonths(today, MOST_MONTHS));
    const settled = settledOf(db, journal.row);
    const books = loadBooks(db, organisation.id, today);
    return {
      occurrences: datesOfJournal(journal.dates, to, journal.holidays).map((date) =>
        proposedOccurrence({ db, organisation, books, today }, journal, date, settled.get(date.nominal)),
      ),
      instalments: instalmentsOf(db, organisation, journal),
    };
  },
);

/** The instalments of a loan, as what holds of it now makes them. */
function instalmentsOf(
  db: Db,
  organisation: Organisation,
  journal: RecurringJournal,
): RecurringPreviewResponse['instalments'] {
  const version = lastVersionOf(journal);
  const amounts = amountsOfVersion(db, organisation, version);
  if (amounts.source !== 'loan') return null;
  const { baseCurrency } = organisation;
  return instalments(amounts.loan.loan, datesOfVersion(version), monthsApart(version.schedule)).map((row) => ({
    date: row.date,
    payment: formatAmount(row.payment, baseCurrency),
    interest: formatAmount(row.interest, baseCurrency),
    principal: formatAmount(row.principal, baseCurrency),
    balance: formatAmount(row.balance, baseCurrency),
  }));
}

/** What a date would post, with what is known of it only: a count, or documents that were looked at one by one. */
export const reckonedOccurrence = defineReport(
  'reckonedOccurrence',
  (
    db: Db,
    organisation: Organisation,
    { id, date, ...facts }: FactsOfDateRequest & { id: number },
    today: CivilDate,
  ): ProposedOccurrenceResponse => {
    const journal = recurringJournalOf(db, organisation.id, id);
    const settled = settledOf(db, journal.row);
    const books = loadBooks(db, organisation.id, today);
    const until = addMonths(today, MONTHS_SHOWN);
    const occurrence = datesOfJournal(journal.dates, until, journal.holidays).find(({ nominal }) => nominal === date);
    if (!occurrence) throw unprocessable('not-due', 'date', `${journal.row.name} has no such date.`);
    return proposedOccurrence(
      { db, organisation, books, today },
      journal,
      occurrence,
      settled.get(occurrence.nominal),
      facts,
    );
  },
);
