import { accountTitle } from '../accounts/account.js';
import type { AccountId } from '../accounts/account.js';
import { displayAmount } from '../money/amount.js';
import { minor, type Minor } from '../money/minor.js';
import type { CivilDate } from '../dates/civil-date.js';
import type { Remark, RowFact, RowReader } from './take-on-row.js';

/** What a row says of a bank: the balance on its statement, or an item that had not been cleared. */
export interface BankFact extends RowFact {
  readonly account: AccountId;
  /** In the account’s own currency, debit positive. */
  readonly statement?: Minor;
  readonly uncleared?: {
    readonly amount: Minor;
    readonly date?: CivilDate;
    readonly reference: string;
    readonly payee: string;
  };
}

/** Reads a statement's balance or an uncleared item: together they make the balance of the ledger. */
export function readBankRow(reader: RowReader): BankFact | undefined {
  if (!reader.hasNeeded()) return undefined;
  const account = reader.account('account');
  if (!account) return undefined;
  const { books, changeover, rateOf } = reader.on;
  if (account.role !== 'cash') {
    return reader.report(
      'not-a-bank',
      'account',
      `${accountTitle(account)} is not marked as cash or bank in the chart.`,
    );
  }
  const currency = account.currency ?? books.baseCurrency;
  const [statement, amount, date] = [
    reader.amount('statement', currency),
    reader.amount('amount', currency),
    reader.date('date'),
  ];
  if (statement === undefined || amount === undefined || reader.problems.length > 0) return undefined;
  const [hasStatement, hasAmount] = [reader.text('statement') !== '', reader.text('amount') !== ''];
  if (hasStatement && hasAmount) {
    return reader.report('both-figures', 'amount', 'The statement’s balance and an uncleared item are two rows.');
  }
  if (!hasStatement && !hasAmount)
    return reader.report('cell-missing', 'statement', 'Enter the statement’s balance, or an uncleared item.');
  const value = hasStatement ? statement : amount;
  const [reference, payee] = [reader.text('reference'), reader.text('payee')];
  const fact = {
    row: reader.row.id,
    date: changeover,
    account: account.id,
    ...(hasStatement ? { statement } : { uncleared: { amount, ...(date && { date }), reference, payee } }),
  };
  if (value === 0) return { ...fact, lines: [] };
  const note = hasStatement ? 'on the statement' : ['uncleared', reference, payee].filter(Boolean).join(' ');
  if (currency === books.baseCurrency) {
    const line = reader.line(
      account,
      value,
      { note },
      { debit: hasStatement ? 'statement' : 'amount', credit: 'amount' },
    );
    return line && { ...fact, lines: [line] };
  }
  const quote = rateOf(currency);
  if (!quote)
    return reader.report(
      'rate-missing',
      'account',
      `There is no rate of ${currency} at the changeover date: enter one under Currencies.`,
    );
  const foreignAmount = `${value < 0 ? '-' : ''}${displayAmount(minor(Math.abs(value)), currency, { decimal: '.', thousands: '' })}`;
  const line = reader.line(account, undefined, { note, currency, foreignAmount, ...quote });
  return line && { ...fact, lines: [line] };
}

/** Accounts with uncleared items and no statement, or with two statements. */
export function bankRemarks(facts: readonly BankFact[]): Remark[] {
  const statements = new Map<AccountId, number>();
  for (const fact of facts)
    if (fact.statement !== undefined) statements.set(fact.account, (statements.get(fact.account) ?? 0) + 1);
  return facts.flatMap(({ row, account, statement }) => {
    const count = statements.get(account) ?? 0;
    if (statement !== undefined && count > 1) {
      return [
        { row, code: 'statement-twice', column: 'statement', message: 'This account has two statement balances.' },
      ];
    }
    return statement === undefined && count === 0
      ? [
          {
            row,
            code: 'statement-missing',
            column: 'account',
            message: 'The balance on this account’s statement is missing.',
          },
        ]
      : [];
  });
}
