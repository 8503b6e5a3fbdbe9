import type { AccountId } from '../accounts/account.js';
import type { CivilDate } from '../dates/civil-date.js';
import type { EntryKind, EntrySource } from '../ledger/entry-kind.js';
import type { Minor } from '../money/minor.js';

/** A line as far as the second pair of eyes looks at it. */
export interface ReviewedLine {
  readonly account: AccountId;
  /** Minor units, debit positive. */
  readonly amount: Minor;
  readonly contact?: number | undefined;
  readonly document?: string | undefined;
}

/** An entry as far as the second pair of eyes looks at it. */
export interface ReviewedEntry {
  readonly place: number;
  /** Its number as people read it. */
  readonly number: string;
  readonly date: CivilDate;
  /** The day on which it was posted. */
  readonly postedOn: CivilDate;
  readonly kind: EntryKind;
  readonly source: EntrySource;
  readonly reference?: string | undefined;
  readonly explanation: string;
  /** Whether it was neither reversed nor takes another one back. */
  readonly stands: boolean;
  readonly lines: readonly ReviewedLine[];
}

/** The sources of entries that somebody wrote or read in: what comes by itself repeats itself rightly. */
const WRITTEN: ReadonlySet<EntrySource> = new Set(['manual', 'import']);

/** Whether somebody wrote an entry, or read it from a file, and it is business of its day: neither opening nor closing. */
export function isWritten({ kind, source }: Pick<ReviewedEntry, 'kind' | 'source'>): boolean {
  return WRITTEN.has(source) && (kind === 'ordinary' || kind === 'adjusting');
}
