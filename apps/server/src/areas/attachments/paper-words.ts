import { type PaperType, searchWords } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import type { DerivedFile, KeptBeside } from '../../platform/derived/derivation.js';
import { hasDerived } from '../../platform/derived/derived-file.js';

/** A paper by what it holds: the same for all organisations, and always true of that. */
export interface UnreadPaper {
  readonly sha256: string;
  readonly type: PaperType;
}

/** A paper that could not be read is tried so often: the server may have ended meanwhile, or the paper may end the thread. */
const MOST_ATTEMPTS = 2;

/** Words of fewer letters are found as a whole only: many begin like them. */
const SHORTEST_BEGINNING = 3;

/**
 * The texts of papers and the words in them, by the hash of each file: made of the files after they were kept, and anew
 * whenever it is gone. A text is null until it has been read, and empty where there is none.
 */
export const paperWords: KeptBeside = {
  name: 'paper-words',
  version: 1,
  tables: {
    paper_text: `CREATE TABLE paper_text (id INTEGER PRIMARY KEY, sha256 TEXT NOT NULL UNIQUE,
      attempts INTEGER NOT NULL, text TEXT) STRICT`,
    paper_words: `CREATE VIRTUAL TABLE paper_words
      USING fts5 (words, content='', columnsize=0, detail=none, tokenize='ascii')`,
  },
};

const unread = oncePerConnection(({ $client }) =>
  $client.prepare<[number, number], UnreadPaper>(
    `SELECT a.sha256, a.type FROM attachment AS a LEFT JOIN derived.paper_text AS t ON t.sha256 = a.sha256
     WHERE t.id IS NULL OR (t.text IS NULL AND t.attempts < ?) ORDER BY a.at DESC LIMIT ?`,
  ),
);

/** Papers that are not read yet, the latest first. */
export function unreadPapers(db: Db, most: number): UnreadPaper[] {
  return unread(db).all(MOST_ATTEMPTS, most);
}

/** Notes that a paper is about to be read: if it ends the thread, that is known. */
export function noteAttempt(derived: DerivedFile, sha256: string): void {
  derived
    .prepare(
      `INSERT INTO paper_text (sha256, attempts) VALUES (?, 1)
       ON CONFLICT (sha256) DO UPDATE SET attempts = attempts + 1`,
    )
    .run(sha256);
}

/** Keeps the text of a paper with its words. */
export function keepText(derived: DerivedFile, sha256: string, text: string): void {
  derived.transaction(() => {
    const id = derived
      .prepare<[string, string], number>(
        'UPDATE paper_text SET text = ? WHERE sha256 = ? AND text IS NULL RETURNING id',
      )
      .pluck()
      .get(text, sha256);
    if (id === undefined) return;
    const words = [...new Set(searchWords(text))].join(' ');
    derived.prepare('INSERT INTO paper_words (rowid, words) VALUES (?, ?)').run(id, words);
  })();
}

/**
 * The papers of an organisation in which a word stands, or one that begins with it.
 *
 * @param word as `searchWords` gives it
 */
export function papersWithin(db: Db, organisation: number, word: string): ReadonlySet<number> {
  if (!hasDerived(db)) return new Set();
  const match = word.length < SHORTEST_BEGINNING ? `"${word}"` : `"${word}" *`;
  return new Set(within(db).all(organisation, match));
}

const within = oncePerConnection(({ $client }) =>
  $client
    .prepare<[number, string], number>(
      `SELECT a.id FROM derived.paper_words JOIN derived.paper_text AS t ON t.id = paper_words.rowid
         JOIN attachment AS a ON a.organisation = ? AND a.sha256 = t.sha256
       WHERE paper_words MATCH ?`,
    )
    .pluck(),
);

/** The text of a paper; empty where it has none, or is not read yet. */
export function keptText(db: Db, organisation: number, id: number): string {
  if (!hasDerived(db)) return '';
  return textOfPaper(db).get(organisation, id) ?? '';
}

const textOfPaper = oncePerConnection(({ $client }) =>
  $client
    .prepare<[number, number], string | null>(
      `SELECT t.text FROM attachment AS a JOIN derived.paper_text AS t ON t.sha256 = a.sha256
       WHERE a.organisation = ? AND a.id = ?`,
    )
    .pluck(),
);
