import type { Db } from '../database/connection.js';
import type { WriteContext } from './write-context.js';

/** A piece of work that a thread does: a function that other threads ask for by its name. Its arguments can be cloned. */
export interface Task<Context, Args, Result> {
  (context: Context, args: Args): Result;
  readonly taskName: string;
}

/** What a command demands beyond its work; what composes the server sees to it. */
export interface Demands {
  /** Whether it may change books that are archived. */
  readonly archivedBooks?: 'allowed';
  /** Whether it may be done while a file of entries is posted in turns: it changes nothing that these are checked against. */
  readonly besideEntryFile?: 'allowed';
  /** Whether it shares its transaction with no other: it takes long, or changes what holds for all of it. */
  readonly ownTransaction?: boolean;
}

/** A change of the books: the one thread that writes does it whole, in a transaction, or not at all. */
export interface Command<Args, Result> extends Task<WriteContext, Args, Result> {
  readonly demands: Demands;
}

/** Something that is read of the books, as they stand at one moment, by a thread that only reads. */
export interface Reading<Args, Result> extends Task<Db, Args, Result> {
  /** Whether it reads entries alone, and nothing that was derived of them: a long one would hold that file up. */
  readonly isOfEntriesAlone?: boolean;
  /** Whether it reads nothing of the books themselves: it may wait for something, as what reads them at one moment may not. */
  readonly isBesideBooks?: boolean;
  /** Whether it reads nothing but the books: what it says holds until something is committed to them. */
  readonly isOfBooksAlone?: boolean;
}

/** What a reading says of itself beside its name. */
export type ReadingTraits = Pick<Reading<never, never>, 'isOfEntriesAlone' | 'isBesideBooks' | 'isOfBooksAlone'>;

/** Work on files, by a thread that may look things up in the books. */
export type FileTask<Args, Result> = Task<Db, Args, Result>;

/**
 * Defines a command. It can also be called directly, within another one's transaction.
 *
 * @param taskName the same as that of the constant it is kept in
 * @example export const addContact = defineCommand('addContact', (context, {request}: {request: ContactRequest}) => …)
 */
export function defineCommand<Args, Result>(
  taskName: string,
  work: (context: WriteContext, args: Args) => Result,
  demands: Demands = {},
): Command<Args, Result> {
  return Object.assign((context: WriteContext, args: Args) => work(context, args), { taskName, demands });
}

/** Defines a reading. */
export function defineReading<Args, Result>(
  taskName: string,
  work: (db: Db, args: Args) => Result,
  traits: ReadingTraits = {},
): Reading<Args, Result> {
  return Object.assign((db: Db, args: Args) => work(db, args), { taskName, ...traits });
}

/** Defines a task on files. */
export function defineFileTask<Args, Result>(
  taskName: string,
  work: (db: Db, args: Args) => Result,
): FileTask<Args, Result> {
  return Object.assign((db: Db, args: Args) => work(db, args), { taskName });
}
