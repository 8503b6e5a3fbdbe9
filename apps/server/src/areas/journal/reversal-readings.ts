import type { PlannedReversalResponse } from '@just-ledger/contract';
import { type CivilDate, entryNumber, formatAmount, minor } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { defineReport } from '../../platform/threads/report.js';
import { loadBooks } from '../books/books-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { personName } from './draft-content.js';
import { findEntryRow } from './entry-store.js';
import { waitingPlans } from './reversal-plans.js';
import { checkedReversal } from './reverse-entry.js';

/** The entries that are to be reversed by themselves and are not yet, the earliest day first. */
export const plannedReversals = defineReport(
  'plannedReversals',
  (db: Db, organisation: Organisation, _query: object, today: CivilDate): PlannedReversalResponse[] => {
    const plans = waitingPlans(db, organisation.id);
    if (plans.length === 0) return [];
    const books = loadBooks(db, organisation.id, today);
    return plans.flatMap(({ entry: index, date, by }): PlannedReversalResponse[] => {
      const row = findEntryRow(db, organisation.id, index);
      if (!row) return [];
      const isDue = date <= today;
      const checked = isDue ? checkedReversal(db, books, { organisation: organisation.id, row, date }) : undefined;
      return [
        {
          entry: entryNumber(row.year, row.number),
          date: row.date,
          reversesOn: date,
          explanation: row.explanation,
          amount: formatAmount(minor(row.debit), organisation.baseCurrency),
          by: personName(db, by),
          isDue,
          message: checked?.ok === false ? (checked.problems[0]?.message ?? null) : null,
        },
      ];
    });
  },
);
