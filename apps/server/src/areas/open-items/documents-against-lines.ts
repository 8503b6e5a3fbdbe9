import type { Db } from '../../platform/database/connection.js';
import { derivedTo } from '../../platform/derived/derived-to.js';
import { defineReading } from '../../platform/threads/task.js';
import { documentSums, spanBetween } from './document-sums.js';

/** How many lines of contacts the documents were made of, and how many of those stand otherwise in them. */
export interface DocumentsCheck {
  readonly lines: number;
  readonly differing: number;
}

/**
 * Reads every line of a contact again, as far as documents were derived of them: each stands in its document as it was
 * posted, none stands there that was not, and each document comes to the sum of its lines and lasts from the first of
 * their days to the last.
 */
export const checkDocuments = defineReading(
  'checkDocuments',
  (db: Db, { organisation }: { organisation: number }): DocumentsCheck => {
    const to = derivedTo(db, documentSums, organisation);
    if (to === 0) return { lines: 0, differing: 0 };
    const found = db.$client
      .prepare<object, DocumentsCheck>(
        `WITH posted AS MATERIALIZED (
          SELECT account, contact, entry, place, date, amount, coalesce(foreign_amount, 0) AS foreign_amount FROM line
          WHERE organisation = @organisation AND entry <= @to AND +contact IS NOT NULL
        ), filed AS (
          SELECT account, contact, entry, place, date, amount, foreign_amount FROM derived.control_line
          WHERE organisation = @organisation
        ), wrong AS (
          SELECT d.account, d.contact, d.key FROM derived.document_sum AS d WHERE d.organisation = @organisation
            AND (d.amount, d.foreign_amount, d.first_date, d.last_date, d.span) IS NOT (
              SELECT sum(c.amount), sum(c.foreign_amount), min(c.date), max(c.date),
                ${spanBetween('min(c.date)', 'max(c.date)')}
              FROM derived.control_line AS c
              WHERE c.organisation = d.organisation AND c.account = d.account AND c.contact = d.contact AND c.key = d.key)
        )
        SELECT (SELECT count(*) FROM posted) AS lines,
          (SELECT count(*) FROM (SELECT * FROM posted EXCEPT SELECT * FROM filed))
          + (SELECT count(*) FROM (SELECT * FROM filed EXCEPT SELECT * FROM posted))
          + (SELECT count(*) FROM wrong) AS differing`,
      )
      .get({ organisation, to });
    return found ?? { lines: 0, differing: 0 };
  },
);
