import type { UsualAmountsResponse } from '@just-ledger/contract';
import { type AmountOnAccount, isFarOut, minor, type Minor, parseAmount } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { usualAmountsQuery } from '../../api/journal-queries.js';
import { useSettled } from '../../ui/use-settled.js';

/** An amount far out of what its account usually sees. */
export interface UnusualAmount {
  readonly amount: Minor;
  readonly usual: UsualAmountsResponse;
}

/** So many accounts of an entry are looked at. */
const MOST_ACCOUNTS = 50;

/** The amounts of an entry that are far out of what their accounts usually see, each account once. */
export function useUnusualAmounts(lines: readonly AmountOnAccount[]): UnusualAmount[] {
  const { organisation, currency } = useBooks();
  const typed = lines.filter(({ account, amount }) => account !== '' && amount !== 0);
  const accounts = useSettled([...new Set(typed.map(({ account }) => account))].slice(0, MOST_ACCOUNTS).join(','));
  const { data = [] } = useQuery({ ...usualAmountsQuery(organisation.id, accounts), enabled: accounts !== '' });
  return data.flatMap((usual) => {
    const range = { from: parseAmount(usual.from, currency), to: parseAmount(usual.to, currency) };
    const sign = usual.side === 'debit' ? 1 : -1;
    const found = typed.find(
      ({ account, amount }) =>
        account === usual.account && amount * sign > 0 && isFarOut(minor(Math.abs(amount)), range),
    );
    return found ? [{ amount: minor(Math.abs(found.amount)), usual }] : [];
  });
}
