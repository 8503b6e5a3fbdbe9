import { type Account, type Chart, type DayBook, ENTRY_KINDS, isDaily } from '@just-ledger/core';
import { MARKS } from './journal-index.js';
import type { SearchTerm } from './search-term.js';

/** What an entry must have to stand in a day book, as core's `dayBookOf` says; by the chart as it is now. */
export function dayBookTerm(book: DayBook, { accounts }: Chart): SearchTerm {
  const single = (marks: readonly string[]): SearchTerm => ({ marks });
  const accountsThat = (matches: (account: Account) => boolean, mark: (id: Account['id']) => string): SearchTerm =>
    single(accounts.filter(matches).map(({ id }) => mark(id)));
  const isCash = (account: Account): boolean => account.role === 'cash';
  const [comesIn, goesOut] = [accountsThat(isCash, MARKS.debit), accountsThat(isCash, MARKS.credit)];
  const touching = (control: Account['control']): SearchTerm =>
    accountsThat((account) => account.control === control, MARKS.account);
  const [receivables, payables] = [touching('receivables'), touching('payables')];
  const isNotDaily = single(ENTRY_KINDS.filter((kind) => !isDaily(kind)).map(MARKS.kind));
  switch (book) {
    case 'receipts':
      return { all: [comesIn], none: [goesOut, isNotDaily] };
    case 'payments':
      return { all: [goesOut], none: [comesIn, isNotDaily] };
    case 'sales':
      return { all: [receivables], none: [payables, comesIn, goesOut, isNotDaily] };
    case 'purchases':
      return { all: [payables], none: [receivables, comesIn, goesOut, isNotDaily] };
    case 'general':
      return {
        any: [
          isNotDaily,
          { all: [comesIn, goesOut] },
          { all: [receivables, payables], none: [comesIn, goesOut] },
          {
            all: [single(ENTRY_KINDS.filter(isDaily).map(MARKS.kind))],
            none: [comesIn, goesOut, receivables, payables],
          },
        ],
      };
    default:
      return book satisfies never;
  }
}
