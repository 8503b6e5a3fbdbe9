import { accountTitle, isTemporary, type AccountId } from '../accounts/account.js';
import { daysInMonth, civilDate, partsOf, type CivilDate } from '../dates/civil-date.js';
import { formatAmount } from '../money/amount.js';
import { minor } from '../money/minor.js';
import { longDate } from '../dates/month-names.js';
import { typedDate } from '../dates/typed-date.js';
import { fiscalYearOf } from '../organisations/books-calendar.js';
import type { RowFact, RowReader } from './take-on-row.js';

/**
 * Reads a row that says what one account stands at: old trial balance, loans and other detail, funds and equity.
 *
 * @param detailed accounts whose balance only waits for its detail: it needs neither contact nor foreign amount
 */
export function readBalanceRow(reader: RowReader, detailed?: ReadonlySet<AccountId>): RowFact | undefined {
  if (!reader.hasNeeded()) return undefined;
  const account = reader.account('account');
  const amount = reader.balance();
  if (!account || amount === undefined) return undefined;
  const { changeover, books } = reader.on;
  if (amount === 0) return { row: reader.row.id, date: changeover, lines: [] };
  if (reader.tray === 'equity' && account.element !== 'equity') {
    return reader.report('not-equity', 'account', `${accountTitle(account)} is no part of equity.`);
  }
  if (detailed?.has(account.id)) {
    const breakdowns = reader.values();
    return {
      row: reader.row.id,
      date: changeover,
      lines: [{ account: account.id, amount, ...(breakdowns && { breakdowns }) }],
    };
  }
  const isForeign = account.currency !== undefined && account.currency !== books.baseCurrency;
  const foreign = isForeign ? reader.amount('foreign', account.currency) : undefined;
  const line = reader.line(
    account,
    amount,
    {
      ...(reader.text('note') && { note: reader.text('note') }),
      ...(foreign !== undefined &&
        foreign !== 0 && {
          foreignAmount: formatAmount(minor(Math.abs(foreign)), account.currency ?? books.baseCurrency),
        }),
    },
    { debit: 'debit', credit: 'credit', foreignAmount: 'foreign' },
  );
  return line && { row: reader.row.id, date: changeover, lines: [line] };
}

/** Reads a row of revenue or expense of the running year: of a month, or of the whole time up to the changeover. */
export function readRunningYearRow(reader: RowReader): RowFact | undefined {
  if (!reader.hasNeeded()) return undefined;
  const account = reader.account('account');
  const amount = reader.balance();
  const date = monthEnd(reader);
  if (!account || amount === undefined || !date) return undefined;
  if (!isTemporary(account)) {
    return reader.report(
      'not-temporary',
      'account',
      `${accountTitle(account)} is a balance, not revenue or expense.`,
    );
  }
  if (amount === 0) return { row: reader.row.id, date, lines: [] };
  const line = reader.line(account, amount);
  return line && { row: reader.row.id, date, lines: [line] };
}

/** The day on which a month's flows are dated: its last one, or the changeover date if that comes before. */
function monthEnd(reader: RowReader): CivilDate | undefined {
  const { changeover, books } = reader.on;
  const text = reader.text('month');
  if (text === '') return changeover;
  const named = /^\d{4}-\d{2}$/.test(text) ? typedDate(`${text}-01`, changeover) : typedDate(`1 ${text}`, changeover);
  if (!named) return reader.report('not-a-month', 'month', `“${text}” is not a month.`);
  const { year, month } = partsOf(named);
  const last = civilDate(year, month, daysInMonth(year, month));
  const start =
    books.calendar.firstDay > changeover ? books.calendar.firstDay : fiscalYearOf(books.calendar, changeover).first;
  if (last < start || civilDate(year, month, 1) > changeover) {
    return reader.report(
      'month-outside',
      'month',
      `The running year goes from ${longDate(start)} to ${longDate(changeover)}.`,
    );
  }
  return last < changeover ? last : changeover;
}
