import type { Books } from '../books/books.js';
import type { CivilDate } from '../dates/civil-date.js';
import { longDate } from '../dates/month-names.js';
import { stageOf, type Stage } from '../ledger/entry-kind.js';
import { negated } from '../money/minor.js';
import { fiscalYearOf, periodOf } from '../organisations/books-calendar.js';
import { problem, refused, valid, type Checked } from '../problems/problem.js';
import { canonicalJson } from '../audit-trail/canonical-json.js';
import { checkDate } from './check-date.js';
import { entryNumber, type CheckedEntry, type EntryLine, type LineTax, type PostedEntry } from './entry.js';

/** What happens to an entry after it was posted: its reversal is planned for a day, or given up. */
export type PlanEvent = 'reversal-planned' | 'reversal-given-up';

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
 * @param called what it is called where it has no number yet
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
    called,
  }: {
    reversedBy?: string | undefined;
    reopening?: boolean;
    explanation?: string | undefined;
    called?: string | undefined;
  } = {},
): Checked<Reversal> {
  const number = called ?? entryNumber(original.year, original.number);
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
      ...(original.supplyDate && { supplyDate: original.supplyDate }),
      lines: original.lines.map(reversedLine),
    },
    stage: stageOf('reversing', { stage: original.stage, sameYear }),
  });
}

/**
 * Checks the day on which an entry is to be reversed by itself: after its own, and within the books. Whether its month
 * is open is asked when it comes.
 *
 * @param original an entry that is about to be posted, or was
 * @returns the day, or one problem at `reversesOn`
 * @example checkReversalDate('2027-02-01', {date: '2027-01-31', kind: 'adjusting'}, books) // → {ok: true, …}
 */
export function checkReversalDate(
  text: string,
  original: Pick<CheckedEntry, 'date' | 'kind'>,
  books: Books,
): Checked<CivilDate> {
  const refuse = (code: string, message: string): Checked<CivilDate> =>
    refused([problem(code, 'reversesOn', message)]);
  if (original.kind !== 'ordinary' && original.kind !== 'adjusting') {
    return refuse('entry-kind', 'Only ordinary and adjusting entries are reversed by themselves.');
  }
  const checked = checkDate(text, 'reversing', { ...books, lockedPeriods: new Set(), closing: undefined });
  if (!checked.ok) return refused(checked.problems.map((found) => ({ ...found, path: 'reversesOn' })));
  if (checked.value > original.date) return checked;
  return refuse('before-original', `The entry is dated ${longDate(original.date)}; it is reversed on a later day.`);
}

/**
 * Whether lines take back exactly what they say, so that nothing is corrected by them.
 *
 * @example correctsNothing([{account: 5410, amount: -100}, {account: 5410, amount: 100}]) // → true
 */
export function correctsNothing(lines: readonly { readonly line: EntryLine }[]): boolean {
  const sums = new Map<string, number>();
  for (const { line } of lines) {
    const { amount, note, foreign, tax, ...said } = line;
    void note;
    const key = canonicalJson({
      ...said,
      currency: foreign?.currency,
      ...(tax && { taxCode: tax.code, taxRate: tax.rate, taxSide: tax.side }),
    } as never);
    sums.set(key, (sums.get(key) ?? 0) + amount);
  }
  return [...sums.values()].every((sum) => sum === 0);
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
    ...(line.tax && { tax: reversedTax(line.tax) }),
  };
}

function reversedTax(tax: LineTax): LineTax {
  const { base, adjustment } = tax;
  return { ...tax, base: negated(base), ...(adjustment !== undefined && { adjustment: negated(adjustment) }) };
}
