import { longDate } from '../dates/month-names.js';
import { displayAmount } from '../money/amount.js';
import { openingDifferences, oldBalances, type HistoryFact } from './old-balances.js';
import type { Remark, RowFact, RowReader, TakeOnBooks } from './take-on-row.js';

/** Reads a balance at an earlier date, or what an account moved by since the date before, or both. */
export function readHistoryRow(reader: RowReader): HistoryFact | undefined {
  if (!reader.hasNeeded()) return undefined;
  const [account, date] = [reader.account('account'), reader.date('date')];
  const [balance, moved] = [reader.balance(), reader.amount('moved')];
  if (!account || balance === undefined || moved === undefined || !date) return undefined;
  const { changeover } = reader.on;
  if (date > changeover) {
    return reader.report('after-changeover', 'date', 'Earlier years end before the changeover date.');
  }
  const [hasMoved, hasBalance] = [
    reader.text('moved') !== '',
    reader.text('debit') !== '' || reader.text('credit') !== '',
  ];
  return {
    row: reader.row.id,
    date,
    account: account.id,
    ...((hasBalance || !hasMoved) && { balance }),
    ...(hasMoved && { moved }),
    lines: balance === 0 ? [] : [{ account: account.id, amount: balance }],
  };
}

/** Movements that do not lead to the balance beside them, and balances that are not those that were taken on. */
export function historyRemarks(
  facts: readonly HistoryFact[],
  opening: readonly RowFact[],
  on: TakeOnBooks,
): Remark[] {
  const { baseCurrency } = on.books;
  const old = oldBalances(facts, on);
  const mismatched = old.flatMap(({ date, mismatched: rows }) =>
    rows.map(({ row, expected }): Remark => ({
      row,
      code: 'movement-mismatched',
      column: 'moved',
      message: `With what it moved by, it comes to ${displayAmount(expected, baseCurrency)} at ${longDate(date)}.`,
    })),
  );
  const differing = new Map(
    openingDifferences(old, opening, on).map((openingDifference) => [openingDifference.account, openingDifference]),
  );
  const remarks = facts.flatMap(({ row, date, account }): Remark[] => {
    const found = date === on.changeover ? differing.get(account) : undefined;
    if (!found) return [];
    const message = `The old trial balance says ${displayAmount(found.trialBalance, baseCurrency)}.`;
    return [{ row, code: 'not-as-taken-on', column: 'account', message }];
  });
  return [...mismatched, ...remarks];
}
