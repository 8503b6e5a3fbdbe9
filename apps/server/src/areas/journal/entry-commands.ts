import type { EntriesImportResponse, EntryResponse, EntryRequest, ReverseRequest } from '@just-ledger/contract';
import { type Books, checkEntry, entriesFromRows, reversalOf, TYPED_KINDS } from '@just-ledger/core';
import { notFound, Refusal } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { booksOf } from '../books/books-store.js';
import { allWithRealised, withRealised } from '../open-items/realised-lines.js';
import { type Appended, EntryAppender } from './append-entry.js';
import type { EntryFile } from './entry-file.js';
import { contactNames, entryResponse, entryRowOf, reversalNumberOf } from './entry-store.js';
import { idempotent } from './idempotency.js';
import { postedEntriesOf } from './posted-entries.js';
import { postingStatements } from './posting-statements.js';

/** Who posts where; the key makes a repeated request post once. */
export interface Posting {
  readonly organisation: number;
  readonly person: number;
  readonly key?: string | undefined;
}

/** Posts one typed entry. */
export const postEntry = defineCommand(
  'postEntry',
  (context: WriteContext, { request, ...posting }: Posting & { request: EntryRequest }): EntryResponse => {
    return idempotent(context, { ...posting, key: posting.key, request }, () => {
      const books = booksOf(context, posting.organisation);
      const checked = checkEntry(request, books, 'manual', TYPED_KINDS);
      if (!checked.ok) throw new Refusal(422, checked.problems);
      const whole = withRealised(context.db, posting.organisation, books, checked.value);
      const appended = new EntryAppender(context, { ...posting, source: 'manual' }, books).append(whole);
      return answer(context, posting, books, appended, null);
    });
  },
);

/** Posts the opposite of an entry and links the two. */
export const reverseEntry = defineCommand(
  'reverseEntry',
  (
    context: WriteContext,
    { number, request, ...posting }: Posting & { number: string; request: ReverseRequest },
  ): EntryResponse => {
    return idempotent(context, { ...posting, key: posting.key, request: { number, request } }, () => {
      const { organisation } = posting;
      const books = booksOf(context, organisation);
      const row = entryRowOf(context.db, organisation, number);
      const [original] = postedEntriesOf(context.db, organisation, [row]);
      if (!original) throw notFound('entry');
      const checked = reversalOf(original, request.date, books, {
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
      return answer(context, posting, books, appended, number);
    });
  },
);

/** Posts all entries of a file in the order of their dates; all of them, or none and every problem by row. */
export const importEntries = defineCommand(
  'importEntries',
  (
    context: WriteContext,
    { file: { rows, sha256 }, ...posting }: Posting & { file: EntryFile },
  ): EntriesImportResponse => {
    return idempotent(context, { ...posting, key: posting.key, request: sha256 }, () => {
      const books = booksOf(context, posting.organisation);
      const checked = entriesFromRows(rows, books);
      if (!checked.ok) throw new Refusal(422, checked.problems.slice(0, 1000));
      const appender = new EntryAppender(context, { ...posting, source: 'import' }, books);
      const entries = allWithRealised(context.db, posting.organisation, books, checked.value, () => appender.post());
      return { ...appender.appendAll(entries), lines: rows.length };
    });
  },
  { ownTransaction: true },
);

function answer(
  { db }: WriteContext,
  { organisation, person }: Posting,
  books: Books,
  { posted, seal }: Appended,
  reverses: string | null,
): EntryResponse {
  const remarks = { seal, postedBy: postingStatements(db).personName(person), reverses, reversedBy: null };
  return entryResponse(posted, remarks, books, contactNames(db, organisation, [posted]));
}
