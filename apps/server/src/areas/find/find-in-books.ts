import type { FindQuery, FindResponse, FoundContactResponse, FoundPaperResponse } from '@just-ledger/contract';
import {
  bestMatches,
  entryNumber,
  formatAmount,
  paperExcerpt,
  safeParseAmount,
  searchWords,
} from '@just-ledger/core';
import { and, eq, isNull, ne } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit, keptWhile } from '../../platform/database/kept-reading.js';
import { contact, draft, pattern } from '../../platform/database/schema.js';
import { defineReport } from '../../platform/threads/report.js';
import { keptText, papersWithin } from '../attachments/paper-words.js';
import { journalPage } from '../journal/journal-page.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** So many of each kind are found. */
const MOST = 6;

const NOTHING: FindResponse = {
  contacts: [],
  entries: [],
  entryCount: 0,
  ofAmount: [],
  papers: [],
  patterns: [],
  drafts: [],
};

/** What of the books has some words, a number or an amount; of each kind the best few. */
export const findInBooks = defineReport(
  'findInBooks',
  (db: Db, books: Organisation, { text }: FindQuery): FindResponse => {
    if (searchWords(text).length === 0) return NOTHING;
    const { entries, count } = keptUntilCommit(db, `entries found ${books.id} ${text}`, () =>
      journalPage(db, books, { text, limit: MOST }),
    );
    return {
      contacts: contactsWith(db, books.id, text),
      entries,
      entryCount: count,
      ofAmount: entriesOfAmount(db, books, text),
      papers: papersWith(db, books.id, text),
      patterns: patternsWith(db, books.id, text),
      drafts: draftsWith(db, books.id, text),
    };
  },
);

function contactsWith(db: Db, organisation: number, text: string): FoundContactResponse[] {
  const contacts = keptUntilCommit(db, `contacts to find ${organisation}`, () =>
    db
      .select({ id: contact.id, number: contact.number, name: contact.name, roles: contact.roles })
      .from(contact)
      .where(and(eq(contact.organisation, organisation), isNull(contact.mergedInto)))
      .all(),
  );
  return bestMatches(contacts, text).slice(0, MOST);
}

function entriesOfAmount(db: Db, books: Organisation, text: string): FindResponse['ofAmount'] {
  const read = safeParseAmount(text.replaceAll(',', ''), books.baseCurrency);
  if (!read.ok || read.amount === 0) return [];
  return journalPage(db, books, { amount: formatAmount(read.amount, books.baseCurrency), limit: MOST }).entries;
}

/** Papers that have a word that begins with each word: in their names, then within. Of each the latest come first. */
function papersWith(db: Db, organisation: number, text: string): FoundPaperResponse[] {
  const words = searchWords(text).map((word) => ({ word, within: papersWithin(db, organisation, word) }));
  const hasInName = ({ words: named }: NamedPaper, word: string): boolean =>
    named.some((other) => other.startsWith(word));
  const isDiscarded = db.$client
    .prepare<[number, number], number>(
      'SELECT discarded_at IS NOT NULL FROM attachment WHERE organisation = ? AND id = ?',
    )
    .pluck();
  const named: NamedPaper[] = [];
  const others: NamedPaper[] = [];
  for (const paper of namedPapers(db, organisation)) {
    const isNamed = words.every(({ word }) => hasInName(paper, word));
    const isIt = isNamed || words.every(({ word, within }) => within.has(paper.id) || hasInName(paper, word));
    const list = isNamed ? named : others;
    if (isIt && list.length < MOST && !isDiscarded.get(organisation, paper.id)) list.push(paper);
    if (named.length === MOST) break;
  }
  const found = [...named, ...others].slice(0, MOST);
  const entryOf = db.$client.prepare<[number, number], { year: string; number: number }>(
    `SELECT e.year, e.number FROM entry_attachment AS a JOIN entry AS e ON e.organisation = a.organisation AND e.place = a.entry
    WHERE a.organisation = ? AND a.attachment = ? AND a.removed_at IS NULL ORDER BY a.entry DESC LIMIT 1`,
  );
  return found.map((paper) => {
    const { id, name } = paper;
    const entry = entryOf.get(organisation, id);
    const unnamed = words.flatMap(({ word }) => (hasInName(paper, word) ? [] : [word]));
    return {
      id,
      name,
      entry: entry ? entryNumber(entry.year, entry.number) : null,
      excerpt: unnamed.length === 0 ? null : (paperExcerpt(keptText(db, organisation, id), unnamed) ?? null),
    };
  });
}

interface NamedPaper {
  readonly id: number;
  readonly name: string;
  readonly words: readonly string[];
}

/** All papers with the words of their names, the latest first: they are read once, until there is another one. */
function namedPapers(db: Db, organisation: number): NamedPaper[] {
  const last = db.$client.prepare<[number], number>('SELECT max(id) FROM attachment WHERE organisation = ?').pluck();
  return keptWhile(db, `papers to find ${organisation}`, String(last.get(organisation)), () =>
    db.$client
      .prepare<[number], { id: number; name: string }>(
        'SELECT id, name FROM attachment WHERE organisation = ? ORDER BY id DESC',
      )
      .all(organisation)
      .map((paper) => ({ ...paper, words: searchWords(paper.name) })),
  );
}

function patternsWith(db: Db, organisation: number, text: string): FindResponse['patterns'] {
  const patterns = db
    .select({ id: pattern.id, name: pattern.name })
    .from(pattern)
    .where(eq(pattern.organisation, organisation))
    .all();
  return named(patterns, text).map(({ id, name }) => ({ id, name }));
}

function draftsWith(db: Db, organisation: number, text: string): FindResponse['drafts'] {
  const drafts = db
    .select({ id: draft.id, content: draft.content })
    .from(draft)
    .where(and(eq(draft.organisation, organisation), ne(draft.state, 'discarded')))
    .all();
  const waiting = drafts.map(({ id, content }) => ({
    id,
    date: content.date ?? '',
    name: content.explanation ?? '',
  }));
  return named(waiting, text).map(({ id, date, name }) => ({ id, date, explanation: name }));
}

function named<One extends { readonly name: string }>(those: readonly One[], text: string): One[] {
  return bestMatches(
    those.map((item) => ({ ...item, number: '' })),
    text,
  ).slice(0, MOST);
}
