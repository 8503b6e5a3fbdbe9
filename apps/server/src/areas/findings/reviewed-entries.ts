import {
  type AccountId,
  type CivilDate,
  dayOf,
  type EntryKind,
  entryNumber,
  type EntrySource,
  minor,
  type ReviewedEntry,
  type ReviewedLine,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';

interface EntryRow {
  readonly place: number;
  readonly year: string;
  readonly number: number;
  readonly date: CivilDate;
  readonly postedAt: string;
  readonly kind: EntryKind;
  readonly source: EntrySource;
  readonly reference: string | null;
  readonly explanation: string;
  readonly isReversed: 0 | 1;
  readonly reverses: number | null;
}

type LineRow = readonly [
  entry: number,
  account: AccountId,
  amount: number,
  contact: number | null,
  document: string | null,
];

/** The entries dated in a span, in the order of posting, one at a time. */
export function* reviewedEntries(
  db: Db,
  organisation: number,
  from: CivilDate,
  to: CivilDate,
): Generator<ReviewedEntry> {
  const { entries, lines } = statements(db);
  const rows = entries.all(organisation, from, to);
  const [first, last] = [rows[0], rows.at(-1)];
  if (!first || !last) return;
  // both are read in the order of posting, so that each line is met once
  let index = 0;
  let held: ReviewedLine[] = [];
  for (const [position, account, amount, contact, document] of lines.iterate(
    organisation,
    first.place,
    last.place,
    from,
    to,
  )) {
    for (let row = rows[index]; row && row.place < position; row = rows[index]) {
      yield reviewedEntry(row, held);
      held = [];
      index += 1;
    }
    held.push({
      account,
      amount: minor(amount),
      ...(contact !== null && { contact }),
      ...(document !== null && { document }),
    });
  }
  for (let row = rows[index]; row; row = rows[index]) {
    yield reviewedEntry(row, held);
    held = [];
    index += 1;
  }
}

function reviewedEntry(row: EntryRow, lines: readonly ReviewedLine[]): ReviewedEntry {
  return {
    place: row.place,
    number: entryNumber(row.year, row.number),
    date: row.date,
    postedOn: dayOf(row.postedAt),
    kind: row.kind,
    source: row.source,
    explanation: row.explanation,
    ...(row.reference !== null && { reference: row.reference }),
    stands: row.isReversed === 0 && row.reverses === null,
    lines,
  };
}

const statements = oncePerConnection(({ $client }) => ({
  entries: $client.prepare<[number, string, string], EntryRow>(
    `SELECT e.place, e.year, e.number, e.date, e.posted_at AS postedAt, e.kind, e.source, e.reference, e.explanation, e.reverses,
      EXISTS (SELECT 1 FROM entry AS r WHERE r.organisation = e.organisation AND r.reverses = e.place) AS isReversed
    FROM entry AS e WHERE e.organisation = ? AND e.date BETWEEN ? AND ? ORDER BY e.place`,
  ),
  lines: $client
    .prepare<[number, number, number, string, string], LineRow>(
      `SELECT entry, account, amount, contact, document FROM line
      WHERE organisation = ? AND entry BETWEEN ? AND ? AND date BETWEEN ? AND ? ORDER BY entry, place`,
    )
    .raw(),
}));
