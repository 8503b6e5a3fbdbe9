import type { EntriesImportAnswer, EntryAnswer, EntryRequest, ReverseRequest } from '@just-ledger/contract';
import {
  ENTRY_COLUMNS,
  FURTHER_ENTRY_COLUMNS,
  TYPED_KINDS,
  checkEntry,
  entriesFromRows,
  reversalOf,
  type EntryColumn,
} from '@just-ledger/core';
import { readCsv } from '../csv/csv.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { Refusal } from '../problems/refusal.js';
import type { WriteContext } from '../workers/write-context.js';
import { EntryAppender } from './append-entry.js';
import { entryAnswers, entryRowOf, postedEntryOf, reversalNumberOf } from './entry-store.js';
import { once } from './idempotency.js';

/** Who posts where; the key makes a repeated request post once. */
export interface Posting {
  readonly organisation: number;
  readonly person: number;
  readonly key?: string | undefined;
}

const AMOUNT_COLUMNS: ReadonlySet<EntryColumn> = new Set([
  'debit',
  'credit',
  'foreign_amount',
  'rate',
  'rate_per_base',
]);

/** What posts entries. */
export const entryCommands = {
  /** Posts one typed entry. */
  postEntry(context: WriteContext, { request, ...posting }: Posting & { request: EntryRequest }): EntryAnswer {
    return once(context, { ...posting, key: posting.key, request }, () => {
      const books = context.booksOf(posting.organisation);
      const checked = checkEntry(request, books, 'manual', TYPED_KINDS);
      if (!checked.ok) throw new Refusal(422, checked.problems);
      const { number } = new EntryAppender(context, { ...posting, source: 'manual' }, books).append(checked.value);
      return answer(context, posting.organisation, number);
    });
  },

  /** Posts the opposite of an entry and links the two. */
  reverseEntry(
    context: WriteContext,
    { number, request, ...posting }: Posting & { number: string; request: ReverseRequest },
  ): EntryAnswer {
    return once(context, { ...posting, key: posting.key, request: { number, request } }, () => {
      const { organisation } = posting;
      const books = context.booksOf(organisation);
      const row = entryRowOf(context.db, organisation, number);
      const checked = reversalOf(postedEntryOf(row), request.date, books, {
        reversedBy: reversalNumberOf(context.db, organisation, row.place),
        explanation: request.explanation,
      });
      if (!checked.ok) throw new Refusal(422, checked.problems);
      const appended = new EntryAppender(context, { ...posting, source: 'manual' }, books).append(
        checked.value.entry,
        {
          reverses: row.place,
          stage: checked.value.stage,
        },
      );
      return answer(context, organisation, appended.number);
    });
  },

  /** Posts all entries of a file in the order of their dates; all of them, or none and every problem by row. */
  importEntries(context: WriteContext, { csv, ...posting }: Posting & { csv: string }): EntriesImportAnswer {
    return once(context, { ...posting, key: posting.key, request: csv }, () => {
      const columns = [...ENTRY_COLUMNS, ...FURTHER_ENTRY_COLUMNS];
      const rows = readCsv<EntryColumn>(
        csv,
        columns,
        ['entry', 'date', 'explanation', 'account', 'debit', 'credit'],
        AMOUNT_COLUMNS,
      );
      const books = context.booksOf(posting.organisation);
      const checked = entriesFromRows(rows, books);
      if (!checked.ok) throw new Refusal(422, checked.problems.slice(0, 1000));
      const appender = new EntryAppender(context, { ...posting, source: 'import' }, books);
      const numbers = checked.value.map((entry) => appender.append(entry).number);
      return { posted: numbers.length, lines: rows.length, first: numbers[0] ?? null, last: numbers.at(-1) ?? null };
    });
  },
};

function answer(context: WriteContext, organisation: number, number: string): EntryAnswer {
  const of = organisationOf(context.db, organisation);
  const { chart } = context.booksOf(organisation);
  const [posted] = entryAnswers(context.db, of, [entryRowOf(context.db, organisation, number)], chart);
  if (!posted) throw new Error(`entry ${number} was posted but cannot be read`);
  return posted;
}
