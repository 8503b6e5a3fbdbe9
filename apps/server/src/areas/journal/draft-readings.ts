import type { DraftResponse, DraftsQuery } from '@just-ledger/contract';
import type { CivilDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { defineReport } from '../../platform/threads/report.js';
import { loadBooks } from '../books/books-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { draftOf, type DraftReading, draftResponse, draftsOf } from './draft-store.js';

/** The drafts that wait, or those that were discarded; the one changed last first. */
export const drafts = defineReport(
  'drafts',
  (db: Db, organisation: Organisation, { state }: DraftsQuery, today: CivilDate): DraftResponse[] =>
    draftsOf(readingOf(db, organisation, today), organisation.id, state === 'discarded'),
);

/** One draft. */
export const draftById = defineReport(
  'draftById',
  (db: Db, organisation: Organisation, id: number, today: CivilDate): DraftResponse =>
    draftResponse(readingOf(db, organisation, today), draftOf(db, organisation.id, id)),
);

function readingOf(db: Db, { id }: Organisation, today: CivilDate): DraftReading {
  let books: ReturnType<typeof loadBooks> | undefined;
  return { db, books: () => (books ??= loadBooks(db, id, today)) };
}
