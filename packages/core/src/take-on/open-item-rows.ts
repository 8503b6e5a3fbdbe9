import { accountTitle } from '../accounts/account.js';
import { dueOn } from '../contacts/terms.js';
import { isCurrencyCode } from '../money/currency.js';
import { formatAmount } from '../money/amount.js';
import { minor } from '../money/minor.js';
import { isRate } from '../money/rate.js';
import { longDate } from '../dates/month-names.js';
import type { Remark, RowFact, RowReader } from './take-on-row.js';

/**
 * Reads an unpaid document: only its remainder, on the control account, against clearing. What customers owe is a
 * debit, what suppliers are owed a credit; credit notes and unmatched payments stand negative.
 */
export function readOpenItemRow(reader: RowReader): RowFact | undefined {
  if (!reader.hasNeeded()) return undefined;
  const { books, changeover, rateOf } = reader.on;
  const ledger = reader.tray === 'customers' ? 'receivables' : 'payables';
  const controls = books.chart.accounts.filter((account) => account.control === ledger && account.active);
  const given = reader.text('account') === '' ? controls[0] : reader.account('account');
  if (!given) {
    if (reader.text('account') === '') reader.report('no-control', 'account', `The chart has no ${ledger} account.`);
    return undefined;
  }
  if (given.control !== ledger) {
    return reader.report('not-control', 'account', `${accountTitle(given)} is no ${ledger} account.`);
  }
  const code = (reader.text('currency') || given.currency || books.baseCurrency).toUpperCase();
  if (!isCurrencyCode(code)) {
    return reader.report('currency-unknown', 'currency', `${code} is not an ISO 4217 currency code.`);
  }
  const unpaid = reader.amount('unpaid', code);
  const date = reader.date('date');
  // without a due date it falls due by the contact's terms; without terms when it is written (common practice)
  const terms = books.findContact(reader.text('contact'))?.terms;
  const dueDate = reader.date('due') ?? (date && (terms ? dueOn(terms, date) : date));
  if (unpaid === undefined || reader.problems.length > 0) return undefined;
  const amount = minor(ledger === 'receivables' ? unpaid : -unpaid);
  const more = {
    contact: reader.text('contact'),
    ...(dueDate && { dueDate }),
    ...(date && { documentDate: date }),
    document: reader.text('document'),
    ownNumber: reader.text('reference'),
  };
  const columns = {
    debit: 'unpaid',
    credit: 'unpaid',
    foreignAmount: 'unpaid',
    dueDate: 'due',
    ownNumber: 'reference',
  };
  const fact = { row: reader.row.id, date: changeover };
  if (amount === 0) return { ...fact, lines: [] };
  if (code === books.baseCurrency) {
    const line = reader.line(given, amount, more, columns);
    return line && { ...fact, lines: [line] };
  }
  const rate = reader.text('rate');
  if (rate !== '' && !isRate(rate)) return reader.report('not-a-rate', 'rate', `“${rate}” is not a rate.`);
  const quote = rate === '' ? rateOf(code) : { rate };
  if (!quote) {
    return reader.report(
      'rate-missing',
      'rate',
      `There is no rate of ${code} on ${longDate(changeover)}: enter one.`,
    );
  }
  const line = reader.line(
    given,
    undefined,
    { ...more, currency: code, foreignAmount: formatAmount(amount, code), ...quote },
    columns,
  );
  return line && { ...fact, lines: [line] };
}

/** Documents of one contact with the same number, and documents dated after the changeover. */
export function openItemRemarks(readers: readonly RowReader[]): Remark[] {
  const seen = new Map<string, number>();
  return readers.flatMap((reader) => {
    const remarks: Remark[] = [];
    const [contact, document, date] = [reader.text('contact'), reader.text('document'), reader.date('date')];
    const remark = (code: string, column: string, message: string): void =>
      void remarks.push({ row: reader.row.id, code, column, message });
    const { findContact } = reader.on.books;
    const key = `${findContact(contact)?.id ?? contact.toLowerCase()} ${document.toLowerCase()}`;
    if (document !== '' && seen.has(key)) remark('document-twice', 'document', `${contact} has ${document} twice.`);
    seen.set(key, reader.row.id);
    if (date && date > reader.on.changeover) {
      remark(
        'after-changeover',
        'date',
        `Dated after ${longDate(reader.on.changeover)}: it belongs into the new books.`,
      );
    }
    return remarks;
  });
}
