import type Database from 'better-sqlite3';
import type { Db } from '../database/connection.js';

/** The file of what is derived, open for writing. */
export type DerivedFile = Database.Database;

/**
 * Something derived from the entries of the books and kept beside them, so that a question needs to read only what came
 * since. It is never a fact: it can be made anew from the entries at any time, and is, as soon as it might not be true.
 */
export interface Derivation {
  readonly name: string;
  /** Counts up when it is derived otherwise than before: then it is made anew. */
  readonly version: number;
  /** Its tables, each with the organisation in its first column. */
  readonly tables: Readonly<Record<string, string>>;
  /** Forgets what is kept of an organisation beside these tables. */
  readonly forget?: (derived: DerivedFile, organisation: number) => void;
  /** Adds the entries after one place of the chain up to another. */
  readonly extend: (books: Db, derived: DerivedFile, span: DerivedSpan) => void;
}

/** The entries of an organisation after one place of the chain, up to another. */
export interface DerivedSpan {
  readonly organisation: number;
  readonly after: number;
  readonly upTo: number;
}
