import type { Account } from '../accounts/account.js';
import { checkLine } from '../journal/check-line.js';
import type { Books } from '../books/books.js';
import type { EntryLine } from '../journal/entry.js';
import type { ProposedLine } from '../journal/proposed-entry.js';
import { addDays, type CivilDate } from '../dates/civil-date.js';
import { typedDate } from '../dates/typed-date.js';
import { formatAmount } from '../money/amount.js';
import type { CurrencyCode } from '../money/currency.js';
import { minor, type Minor } from '../money/minor.js';
import type { Rate } from '../money/rate.js';
import { problem, type Problem } from '../problems/problem.js';
import { BREAKDOWN_CELL, TRAYS, type TrayKey } from './tray.js';
import { readTypedAmount, typedAmountProblem } from '../money/typed-amount.js';

/** A row of a tray as it was typed: text by column. */
export interface TakeOnRow {
  readonly id: number;
  readonly cells: Readonly<Record<string, string>>;
}

/** What rows are read against. */
export interface TakeOnBooks {
  readonly books: Books;
  /** The last day in the old books. */
  readonly changeover: CivilDate;
  /** The rate of a currency at the changeover date, if the table has one. */
  readonly rateOf: (currency: CurrencyCode) => { readonly rate: Rate } | { readonly ratePerBase: Rate } | undefined;
}

/** Something that is not wrong but may be a slip. */
export interface Remark {
  readonly row: number;
  readonly code: string;
  readonly column: string;
  readonly message: string;
}

/** What a row says, ready to be posted. */
export interface RowFact {
  readonly row: number;
  /** Where its lines are dated; the changeover date unless it is a month of the running year. */
  readonly date: CivilDate;
  readonly lines: readonly EntryLine[];
  /** What later lines on its accounts call it by: an asset, an item of stock. */
  readonly item?: string;
}

/** The last day in the old books: as set, else the day before the first day here. */
export function changeoverOf({ changeoverDate, calendar }: Books): CivilDate {
  return changeoverDate ?? addDays(calendar.firstDay, -1);
}

/** Whether nothing has been typed into a row. */
export function isEmptyRow({ cells }: TakeOnRow): boolean {
  return Object.values(cells).every((cell) => cell.trim() === '');
}

/** Reads the cells of one row, gathering problems at their columns. */
export class RowReader {
  readonly problems: Problem[] = [];

  constructor(
    readonly tray: TrayKey,
    readonly row: TakeOnRow,
    readonly on: TakeOnBooks,
  ) {}

  /** A cell, trimmed. */
  text(column: string): string {
    return this.row.cells[column]?.trim() ?? '';
  }

  /** Reports a problem. */
  report(code: string, column: string, message: string): undefined {
    this.problems.push(problem(code, column, message));
  }

  /** Whether all cells are there that the tray needs; reports those that are not. */
  hasNeeded(): boolean {
    for (const { key, label, isNeeded } of TRAYS[this.tray].columns as readonly {
      key: string;
      label: string;
      isNeeded?: true;
    }[]) {
      if (isNeeded && this.text(key) === '') this.report('cell-missing', key, `${label} is missing.`);
    }
    return this.problems.length === 0;
  }

  /**
   * An amount as papers write it, debit positive where a side is named.
   *
   * @returns zero for an empty cell; undefined, reported, if it cannot be read
   */
  amount(column: string, currency: CurrencyCode = this.on.books.baseCurrency): Minor | undefined {
    const text = this.text(column);
    const read = readTypedAmount(text, currency);
    if (read.ok) return read.side === 'credit' ? minor(-read.amount) : read.amount;
    return this.report(`amount-${read.failure}`, column, typedAmountProblem(text, read.failure, currency));
  }

  /** Debit less credit; a credit may also stand negative, in parentheses or with CR in the debit column. */
  balance(): Minor | undefined {
    const [debit, credit] = [this.amount('debit'), this.creditAmount()];
    if (debit === undefined || credit === undefined) return undefined;
    if (debit !== 0 && credit !== 0)
      return this.report('both-sides', 'credit', 'A balance is a debit or a credit, not both.');
    return minor(debit - credit);
  }

  /** A date as people type it; undefined for an empty cell. */
  date(column: string): CivilDate | undefined {
    const text = this.text(column);
    if (text === '') return undefined;
    return typedDate(text, this.on.changeover) ?? this.report('not-a-date', column, `“${text}” is not a date.`);
  }

  /** A number that is not money: quantities, years, per cent; plain decimal text. */
  number(column: string): string | undefined {
    const text = this.text(column).replace(/\s?%$/, '');
    if (text === '') return undefined;
    if (/^\d{1,9}(\.\d{1,9})?$/.test(text)) return text;
    return this.report('not-a-number', column, `“${text}” is not a number.`);
  }

  /** The account of a cell, by number or by its whole name. */
  account(column: string): Account | undefined {
    const text = this.text(column);
    const { chart } = this.on.books;
    const named =
      chart.byNumber.get(text) ?? chart.accounts.find(({ name }) => name.toLowerCase() === text.toLowerCase());
    return named ?? this.report('account-unknown', column, `There is no account “${text}”.`);
  }

  /** A line on an account, checked as every line is; problems stand at the columns given for its fields. */
  line(
    account: Account,
    amount: Minor | undefined,
    more: Partial<ProposedLine> = {},
    columns: Readonly<Record<string, string>> = {},
  ): EntryLine | undefined {
    const { books } = this.on;
    const size = amount === undefined ? undefined : formatAmount(minor(Math.abs(amount)), books.baseCurrency);
    const problems: Problem[] = [];
    const read = checkLine(
      {
        account: account.number,
        breakdowns: this.breakdowns(),
        ...more,
        ...(amount !== undefined && { [amount < 0 ? 'credit' : 'debit']: size }),
      },
      0,
      { kind: 'opening', source: 'take-on' },
      books,
      problems,
    );
    for (const { code, path, message } of problems) {
      const field = path.replace(/^lines\.0\./, '');
      this.report(code, columns[field] ?? field.replace(/^breakdowns\./, BREAKDOWN_CELL), message);
    }
    return problems.length === 0 ? read?.line : undefined;
  }

  /** The ids of the breakdown values that the row names, by the id of their breakdown; nothing if it names none. */
  values(): Record<string, number> | undefined {
    const found: Record<string, number> = {};
    for (const [name, text] of Object.entries(this.breakdowns())) {
      const breakdown = this.on.books.breakdowns.find((breakdown) => breakdown.name === name);
      const value = breakdown?.values.find((value) => value.name === text);
      if (breakdown && value) found[String(breakdown.id)] = value.id;
      else this.report('breakdown-value-unknown', `${BREAKDOWN_CELL}${name}`, `${name} has no value “${text}”.`);
    }
    return Object.keys(found).length > 0 ? found : undefined;
  }

  private breakdowns(): Record<string, string> {
    return Object.fromEntries(
      Object.entries(this.row.cells)
        .filter(([key, value]) => key.startsWith(BREAKDOWN_CELL) && value.trim() !== '')
        .map(([key, value]) => [key.slice(BREAKDOWN_CELL.length), value.trim()]),
    );
  }

  private creditAmount(): Minor | undefined {
    const text = this.text('credit');
    const read = readTypedAmount(text, this.on.books.baseCurrency);
    if (!read.ok) return this.amount('credit');
    return read.side === 'debit' ? minor(-read.amount) : read.amount;
  }
}
