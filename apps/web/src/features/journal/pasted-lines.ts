import type { AccountResponse, BreakdownResponse, ContactResponse } from '@just-ledger/contract';
import { type CurrencyCode, minor } from '@just-ledger/core';
import { inCell, readTyped } from '../../ui/own-ways.js';
import { type EntryForm } from './entry-form.js';
import { type FormLine } from './form-line.js';
import { withAccount } from './line-account.js';

/** The columns of the entry sheet, as they stand on it. */
export const LINE_COLUMNS = ['account', 'note', 'contact', 'debit', 'credit'] as const;

/** One of {@link LINE_COLUMNS}. */
export type LineColumn = (typeof LINE_COLUMNS)[number];

/** What pasted cells are read against. */
export interface PastedAgainst {
  readonly form: EntryForm;
  readonly accounts: readonly AccountResponse[];
  readonly contacts: readonly ContactResponse[];
  readonly breakdowns: readonly BreakdownResponse[];
  readonly currency: CurrencyCode;
}

/**
 * Cells copied from a spreadsheet as changes of lines, a row to a line, from a column on.
 *
 * @returns undefined if the text is no more than one cell
 */
export function pastedLines(
  text: string,
  at: number,
  from: LineColumn,
  on: PastedAgainst,
): Partial<FormLine>[] | undefined {
  const rows = text.replace(/\r?\n$/, '').split(/\r?\n/);
  if (rows.length === 1 && !text.includes('\t')) return undefined;
  return rows.map((row, place) => {
    const cells = row.split('\t');
    const columns = LINE_COLUMNS.slice(LINE_COLUMNS.indexOf(from));
    const line = on.form.lines[at + place];
    return columns
      .slice(0, cells.length)
      .reduce<Partial<FormLine>>(
        (change, column, index) => ({ ...change, ...cellChange(column, cells[index]?.trim() ?? '', line, on) }),
        {},
      );
  });
}

function cellChange(
  column: LineColumn,
  text: string,
  line: FormLine | undefined,
  { accounts, contacts, breakdowns, currency }: PastedAgainst,
): Partial<FormLine> {
  if (column === 'debit' || column === 'credit') return amountChange(column, text, currency);
  if (column === 'contact') {
    const known = contacts.find(({ name, number }) => number === text || name.toLowerCase() === text.toLowerCase());
    return { contact: known?.name ?? text };
  }
  if (column === 'note') return { note: text };
  const account = accounts.find(
    ({ number, name }) =>
      number === text || `${number} ${name}` === text || name.toLowerCase() === text.toLowerCase(),
  );
  return { ...(line ? withAccount(line, text, account, breakdowns) : {}), account: account?.number ?? text };
}

/** An amount on its side; an empty cell leaves what the other one says. */
function amountChange(side: 'debit' | 'credit', text: string, currency: CurrencyCode): Partial<FormLine> {
  const read = readTyped(text, currency);
  if (text === '' || (read.ok && read.amount === 0)) return {};
  if (!read.ok) return { [side]: text };
  const other = side === 'debit' ? 'credit' : 'debit';
  const isOther = (read.side ?? side) !== side ? read.amount > 0 : read.amount < 0;
  const amount = inCell(minor(Math.abs(read.amount)), currency);
  return isOther ? { [other]: amount, [side]: '' } : { [side]: amount, [other]: '' };
}
