import type { EntriesQuery, EntryResponse, LineResponse, RelatedEntriesResponse } from '@just-ledger/contract';
import { documentKey } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { entryAnswers, entryRowOf } from './entry-store.js';
import { journalPage } from './journal-page.js';

/** So many related entries are named by each thing that they have in common. */
const MOST = 12;

/** So many things of an entry are looked for elsewhere. */
const MOST_COMMON = 20;

/** What two entries may have in common: how it is asked for, and what tells that another one really has it. */
interface Common {
  readonly by: RelatedEntriesResponse['by'];
  readonly query: EntriesQuery;
  readonly isIn: (other: EntryResponse) => boolean;
}

/**
 * The entries that have the same reference, the same document of the same contact, or the same contact and amount as one;
 * each named once, the latest first. @throws {Refusal} 404 for a number that is not there
 */
export function relatedEntries(db: Db, books: Organisation, number: string): RelatedEntriesResponse[] {
  const [entry] = entryAnswers(db, books, [entryRowOf(db, books.id, number)]);
  if (!entry) return [];
  const known = new Set([entry.number]);
  return commonOf(entry)
    .slice(0, MOST_COMMON)
    .flatMap(({ by, query, isIn }) => {
      const found = journalPage(db, books, { ...query, limit: 100 })
        .entries.filter((other) => !known.has(other.number) && isIn(other))
        .slice(0, MOST);
      for (const other of found) known.add(other.number);
      const entries = found.map(({ number, date, explanation, amount }) => ({ number, date, explanation, amount }));
      return entries.length === 0 ? [] : [{ by, ...pick(query), entries }];
    });
}

function pick({ text, document, contact, amount }: EntriesQuery): Omit<RelatedEntriesResponse, 'by' | 'entries'> {
  return { text: text ?? null, document: document ?? null, contact: contact ?? null, amount: amount ?? null };
}

function commonOf(entry: EntryResponse): Common[] {
  const { reference, lines } = entry;
  const withContact = lines.flatMap((line) => (line.contact === null ? [] : [{ ...line, contact: line.contact }]));
  return unique([
    ...(reference
      ? [
          {
            by: 'reference' as const,
            query: { text: reference },
            isIn: (other: EntryResponse) => other.reference?.toLowerCase() === reference.toLowerCase(),
          },
        ]
      : []),
    ...withContact.flatMap(({ contact, document }): Common[] =>
      document === null
        ? []
        : [
            {
              by: 'document',
              query: { document, contact },
              isIn: (other) =>
                other.lines.some(
                  (line) => line.contact === contact && line.document !== null && isSame(line.document, document),
                ),
            },
          ],
    ),
    ...withContact.map((line): Common => {
      const { contact } = line;
      const amount = amountOf(line);
      return {
        by: 'amount',
        query: { contact, amount },
        isIn: (other) => other.lines.some((line) => line.contact === contact && amountOf(line) === amount),
      };
    }),
  ]);
}

function amountOf({ debit, credit }: LineResponse): string {
  return debit ?? credit ?? '';
}

function isSame(a: string, b: string): boolean {
  return documentKey(a) === documentKey(b);
}

function unique(common: readonly Common[]): Common[] {
  return [...new Map(common.map((common) => [JSON.stringify(common.query), common])).values()];
}
