import type {
  AccountResponse,
  BalanceSheetResponse,
  CashFlowResponse,
  StatementRowResponse,
} from '@just-ledger/contract';
import { add, cashFlowClassOf, minor, type Minor, parseAmount, ZERO } from '@just-ledger/core';

/**
 * The rows of a balance sheet that together are the cash at the end of a cash-flow statement: its cash accounts, and names
 * over nothing but such. An account that is owed, as an overdraft, is taken off.
 *
 * @returns none where they do not come to it, as where old books tell one of them
 */
export function rowsOfCash(
  { rows, currency }: Pick<BalanceSheetResponse, 'rows' | 'currency'>,
  cash: Pick<CashFlowResponse, 'rows'>,
  accounts: readonly AccountResponse[],
): ReadonlySet<StatementRowResponse> {
  const byNumber = new Map(accounts.map((account) => [account.number, account]));
  const accountOf = ({ account }: StatementRowResponse) => (account === null ? undefined : byNumber.get(account));
  const isCash = (row: StatementRowResponse): boolean => {
    if (row.together && row.together.length > 0) return row.together.every(isCash);
    const account = accountOf(row);
    if (!account) return false;
    const { element, classification, name, role, cashFlow } = account;
    const classed = { element, classification, name, ...(role && { role }), ...(cashFlow && { cashFlow }) };
    return cashFlowClassOf(classed) === 'cash';
  };
  const amountOf = (row: StatementRowResponse): Minor => {
    const amount = row.amount === null ? ZERO : parseAmount(row.amount, currency);
    const account = accountOf(row.together?.[0] ?? row);
    return account?.element === 'liability' ? minor(-amount) : amount;
  };
  const found = rows.filter((row) => row.amount !== null && isCash(row));
  const end = cash.rows.find(({ key }) => key === 'cash-at-end')?.amount ?? null;
  const sum = found.reduce((total, row) => add(total, amountOf(row)), ZERO);
  return new Set(end !== null && parseAmount(end, currency) === sum ? found : []);
}
