import type { AlikeEntriesResponse } from '@just-ledger/contract';
import {
  addMonths,
  type AlikeEntries,
  alikeEntries,
  type CivilDate,
  entryNumber,
  formatAmount,
  minor,
  type PastEntry,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptWhile } from '../../platform/database/kept-reading.js';
import { defineReport } from '../../platform/threads/report.js';
import { booksVersion } from '../ledger/books-version.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** So far back entries are compared: a yearly one comes three times in it. */
const MONTHS_BACK = 26;

/** What comes more often than this in that time is the daily work, and no schedule. */
const MOST_TIMES = 30;

/** So many explanations are looked into, those that came last first; and so many are told. */
const MOST_LOOKED_INTO = 200;
const MOST_TOLD = 5;

interface Row {
  year: string;
  number: number;
  date: CivilDate;
  explanation: string;
  touches: string;
  amount: number;
}

/**
 * Entries that people write month after month and that no schedule posts: each a schedule to be, first those that come to
 * the same. What touches a contact’s account stands for a document of its own each time, and is left out.
 */
export const alikeReading = defineReport(
  'alikeReading',
  (db: Db, organisation: Organisation, _: object, today: CivilDate): AlikeEntriesResponse[] => {
    const key = `alike ${organisation.id} ${today}`;
    const alike = keptWhile(db, key, booksVersion(db, organisation.id), () => alikeAt(db, organisation.id, today));
    const planned = plannedExplanations(db, organisation.id);
    return alike
      .flatMap(({ entries, ...said }) => {
        const latest = entries.at(-1);
        if (!latest || planned.has(latest.explanation.trim().toLowerCase())) return [];
        return [
          {
            ...said,
            explanation: latest.explanation,
            latest: latest.number,
            entries: entries.map(({ number, date, amount }) => ({
              number,
              date,
              amount: formatAmount(amount, organisation.baseCurrency),
            })),
          },
        ];
      })
      .sort((a, b) => Number(b.isSameAmount) - Number(a.isSameAmount))
      .slice(0, MOST_TOLD);
  },
);

/** What was written again and again up to a day. */
function alikeAt(db: Db, organisation: number, today: CivilDate): AlikeEntries[] {
  const since = addMonths(today, -MONTHS_BACK);
  const rows = db.all<Row>(sql`
      WITH said AS (
        SELECT explanation, max(date) AS latest FROM entry
        WHERE organisation = ${organisation} AND date >= ${since} AND date <= ${today} AND source IN ('manual', 'import')
          AND kind IN ('ordinary', 'adjusting')
        GROUP BY explanation HAVING count(*) <= ${MOST_TIMES}
        ORDER BY latest DESC LIMIT ${MOST_LOOKED_INTO * 10})
      SELECT e.year AS year, e.number AS number, e.date AS date, e.explanation AS explanation,
        (SELECT group_concat(l.account || CASE WHEN l.amount > 0 THEN ' debit' ELSE ' credit' END, ', ')
          FROM line AS l WHERE l.organisation = e.organisation AND l.entry = e.place) AS touches,
        (SELECT coalesce(sum(max(l.amount, 0)), 0) FROM line AS l
          WHERE l.organisation = e.organisation AND l.entry = e.place) AS amount
      FROM entry AS e JOIN said ON said.explanation = e.explanation
      WHERE e.organisation = ${organisation} AND e.date >= ${since} AND e.date <= ${today}
        AND e.source IN ('manual', 'import') AND e.kind IN ('ordinary', 'adjusting')
        AND NOT EXISTS (SELECT 1 FROM line AS l JOIN account AS a ON a.organisation = l.organisation AND a.id = l.account
          WHERE l.organisation = e.organisation AND l.entry = e.place AND a.control IS NOT NULL)
        AND NOT EXISTS (SELECT 1 FROM entry AS r WHERE r.organisation = e.organisation AND r.reverses = e.place)
      ORDER BY e.date DESC LIMIT ${MOST_LOOKED_INTO * MOST_TIMES}`);
  const past = rows.map((row): PastEntry => ({
    number: entryNumber(row.year, row.number),
    date: row.date,
    explanation: row.explanation,
    touches: row.touches.split(', '),
    amount: minor(row.amount),
  }));
  return alikeEntries(past, today);
}

/** The explanations of everything that a schedule posts or has posted. */
function plannedExplanations(db: Db, organisation: number): Set<string> {
  const rows = db.all<{ said: string }>(sql`
    SELECT lower(trim(json_extract(entry, '$.explanation'))) AS said FROM recurring_version
    WHERE organisation = ${organisation}`);
  return new Set(rows.map(({ said }) => said));
}
