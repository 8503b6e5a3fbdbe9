import type { FindingResponse } from '@just-ledger/contract';
import { useAddress } from '../../api/address.js';

/** So many entries of a finding are named as ways to it. */
const MOST = 3;

/** Where a finding leads to: its entries, or the ledger of its account; the first is where Enter goes. */
export function useWaysTo({
  type,
  account,
  entries,
}: FindingResponse): { readonly href: string; readonly label: string }[] {
  const address = useAddress();
  const toEntries = entries
    .slice(0, MOST)
    .map((entry) => ({ href: address.href('journal', { entry }), label: entry }));
  const toLedger = account === null ? [] : [{ href: address.href('account', { account }), label: account }];
  // of a month that lacks something the ledger shows it; the entry is the one before
  return type === 'month-missing' ? [...toLedger, ...toEntries] : [...toEntries, ...toLedger];
}
