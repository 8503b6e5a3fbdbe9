import type { AccountResponse, BreakdownResponse, ContactResponse } from '@just-ledger/contract';
import { type CurrencyCode, minor, typedAmountProblem } from '@just-ledger/core';
import { inCell, readTyped } from '../../ui/own-ways.js';
import { type EntryForm } from './entry-form.js';
import { type FormLine } from './form-line.js';
import { withAccount } from './line-account.js';
import { type LineColumn, type PastedColumn, pastedTable } from './pasted-columns.js';

/** What pasted cells are read against. */
export interface PastedAgainst {
  readonly form: EntryForm;
  readonly accounts: readonly AccountResponse[];
  readonly contacts: readonly ContactResponse[];
  readonly breakdowns: readonly BreakdownResponse[];
  readonly currency: CurrencyCode;
}

/** Pasted cells as changes of lines, a row to a line. */
export interface PastedLines {
  readonly lines: readonly Partial<FormLine>[];
  /** What the columns were read as, in their order. */
  readonly columns: readonly PastedColumn[];
  /** So many cells could not be understood; they are marked where they stand. */
  readonly doubtful: number;
}

/**
 * Cells copied from a spreadsheet as changes of lines, a row to a line, from a line on.
 *
 * @param from the column that was pasted into
 * @returns undefined if the text is no more than one cell
 */
export function pastedLines(
  text: string,
  position: number,
  from: LineColumn,
  on: PastedAgainst,
): PastedLines | undefined {
  const finding = findingAmong(on);
  const table = pastedTable(text, from, {
    isAccount: (cell) => finding.account(cell) !== undefined,
    isContact: (cell) => finding.contact(cell) !== undefined,
    isAmount: (cell) => /\d/.test(cell) && readTyped(cell, on.currency).ok,
  });
  if (!table) return undefined;
  const { columns, rows } = table;
  const lines = rows.map((cells, row) => {
    const line = on.form.lines[position + row];
    return columns.slice(0, cells.length).reduce<Partial<FormLine>>((change, column, index) => {
      if (!column) return change;
      const next = cellChange(column, cells[index] ?? '', line, on, finding);
      const doubts = { ...change.doubts, ...next.doubts };
      return { ...change, ...next, ...(Object.keys(doubts).length > 0 && { doubts }) };
    }, {});
  });
  const unknown = lines.filter(({ account = '' }) => account !== '' && !finding.account(account)).length;
  const unread = lines.reduce((sum, { doubts = {} }) => sum + Object.keys(doubts).length, 0);
  return { lines, columns: columns.filter((column) => column !== undefined), doubtful: unknown + unread };
}

interface Finding {
  readonly account: (text: string) => AccountResponse | undefined;
  readonly contact: (text: string) => ContactResponse | undefined;
}

/** Finds accounts and contacts by number or name, in whatever case; an account also by both. */
function findingAmong({ accounts, contacts }: PastedAgainst): Finding {
  const byText = new Map<string, AccountResponse>();
  for (const account of accounts) {
    const { number, name } = account;
    for (const text of [name, `${number} ${name}`, number]) byText.set(text.toLowerCase(), account);
  }
  const people = new Map(
    contacts.flatMap((contact) => [contact.name, contact.number].map((text) => [text.toLowerCase(), contact])),
  );
  return {
    account: (text) => byText.get(text.toLowerCase()),
    contact: (text) => people.get(text.toLowerCase()),
  };
}

function cellChange(
  column: PastedColumn,
  text: string,
  line: FormLine | undefined,
  { breakdowns, currency }: PastedAgainst,
  finding: Finding,
): Partial<FormLine> {
  if (column === 'amount') return amountChange('debit', text, currency);
  if (column === 'debit' || column === 'credit') return amountChange(column, text, currency);
  if (column === 'contact') return { contact: finding.contact(text)?.name ?? text };
  if (column === 'note') return { note: text };
  const account = finding.account(text);
  return { ...(line ? withAccount(line, text, account, breakdowns, false) : {}), account: account?.number ?? text };
}

/** An amount on its side; an empty cell leaves what the other one says. */
function amountChange(side: 'debit' | 'credit', text: string, currency: CurrencyCode): Partial<FormLine> {
  const read = readTyped(text, currency);
  if (text === '' || (read.ok && read.amount === 0)) return {};
  if (!read.ok) return { [side]: text, doubts: { [side]: typedAmountProblem(text, read.failure, currency) } };
  const other = side === 'debit' ? 'credit' : 'debit';
  const isOther = (read.side ?? side) !== side ? read.amount > 0 : read.amount < 0;
  const amount = inCell(minor(Math.abs(read.amount)), currency);
  return isOther ? { [other]: amount, [side]: '' } : { [side]: amount, [other]: '' };
}
