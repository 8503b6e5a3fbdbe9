import type { CivilDate } from '../dates/civil-date.js';
import { longDate } from '../dates/month-names.js';
import { negated } from '../money/minor.js';
import { fiscalYearOf, periodOf } from '../organisations/books-calendar.js';
import { problem, refused, valid, type Checked } from '../problems/problem.js';
import type { Books } from '../books/books.js';
import { checkDate } from './check-date.js';
import { entryNumber, type CheckedEntry, type EntryLine, type PostedEntry } from './entry.js';
import { stageOf, type Stage } from '../ledger/entry-kind.js';

/** A reversal ready to be posted, with the stage it takes. */
export interface Reversal {
  readonly entry: CheckedEntry;
  readonly stage: Stage;
}

/**
 * Checks that an entry may be reversed on a date and makes the opposite entry.
 *
 * @param original what is to be reversed
 * @param reversedBy the number of the entry that already reverses it, if any
 * @param reopening whether a year is being reopened, the only way to take a closing entry back
 * @returns the reversal, or the problem
 * @example reversalOf(rent, '2026-10-01', books) // → every line on the other side
 */
export function reversalOf(
  original: PostedEntry,
  on: string,
  books: Books,
  {
    reversedBy,
    reopening = false,
    explanation,
  }: { reversedBy?: string | undefined; reopening?: boolean; explanation?: string | undefined } = {},
): Checked<Reversal> {
  const number = entryNumber(original.year, original.number);
  if (reversedBy)
    return refused([problem('already-reversed', '', `Entry ${number} is already reversed by ${reversedBy}.`)]);
  if (original.kind === 'closing' && !reopening) {
    return refused([problem('closing-entry', '', `Entry ${number} closes a year; reopen the year to take it back.`)]);
  }
  if (original.kind === 'reversing') {
    return refused([
      problem('reversing-entry', '', `Entry ${number} is itself a reversal; write the entry anew instead.`),
    ]);
  }
  const date = checkDate(on, 'reversing', books, original.stage === 'opening');
  if (!date.ok) return date;
  if (date.value < original.date) {
    return refused([
      problem(
        'before-original',
        'date',
        `Entry ${number} is dated ${longDate(original.date)}; its reversal cannot be earlier.`,
      ),
    ]);
  }
  const sameYear = isSameYear(original.date, date.value, books);
  return valid({
    entry: {
      date: date.value,
      kind: 'reversing',
      explanation: explanation?.trim() || `Reversal of ${number}: ${original.explanation}`.slice(0, 500),
      ...(original.reference && { reference: original.reference }),
      lines: original.lines.map(reversedLine),
    },
    stage: stageOf('reversing', { stage: original.stage, sameYear }),
  });
}

function isSameYear(a: CivilDate, b: CivilDate, books: Books): boolean {
  if (periodOf(books.calendar, a) === periodOf(books.calendar, b)) return true;
  return fiscalYearOf(books.calendar, a).label === fiscalYearOf(books.calendar, b).label;
}

/** The movement stays what it was: a contribution taken back lessens contributions. */
function reversedLine(line: EntryLine): EntryLine {
  return {
    ...line,
    amount: negated(line.amount),
    ...(line.foreign && { foreign: { ...line.foreign, amount: negated(line.foreign.amount) } }),
  };
}
