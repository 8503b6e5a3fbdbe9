import type Database from 'better-sqlite3';
import type { Db } from '../database/connection.js';

/** The file of what is derived, open for writing. */
export type DerivedFile = Database.Database;

/** Something kept beside the books that can be made anew at any time. */
export interface KeptBeside {
  readonly name: string;
  /** Counts up when it is made otherwise than before: then it is made anew. */
  readonly version: number;
  /** Its tables, by their names. */
  readonly tables: Readonly<Record<string, string>>;
}

/** What whoever makes it has at hand. */
export interface BesideBooks {
  /** The books and what is kept beside them, for reading. */
  readonly books: Db;
  readonly derived: DerivedFile;
  readonly folder: string;
}

/**
 * Something derived from the entries of the books and kept beside them, so that a question needs to read only what came
 * since. It is never a fact: it can be made anew from the entries at any time, and is, as soon as it might not be true.
 * Each of its tables has the organisation in its first column.
 */
export interface Derivation extends KeptBeside {
  /** Forgets what is kept of an organisation beside these tables. */
  readonly forget?: (derived: DerivedFile, organisation: number) => void;
  /** Adds the entries after one place of the chain up to another. */
  readonly extend: (books: Db, derived: DerivedFile, span: DerivedSpan) => void;
  /** Puts in order what is kept of an organisation, once very many entries have been added. */
  readonly settle?: (derived: DerivedFile, organisation: number) => void;
}

/** The entries of an organisation after one place of the chain, up to another. */
export interface DerivedSpan {
  readonly organisation: number;
  readonly after: number;
  readonly upTo: number;
}
