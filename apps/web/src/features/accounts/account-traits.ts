import type { AccountResponse } from '@just-ledger/contract';
import { ACCOUNT_ROLES } from '@just-ledger/core';
import { shown } from '../../ui/money.js';

/** What is special about an account, in few words. */
export function traits(account: AccountResponse): string {
  return [
    account.role && account.role !== 'cash' && ACCOUNT_ROLES[account.role].label.toLowerCase(),
    account.role === 'cash' && 'cash or bank',
    account.control && 'control',
    account.contra && !account.role && 'contra',
    account.currency && [account.currency, shown(account.foreignBalance, account.currency)].filter(Boolean).join(' '),
    !account.typedEntries && !account.role && 'no typed entries',
    account.breakdowns.length > 0 && `needs ${account.breakdowns.join(', ').toLowerCase()}`,
    account.taxCode && `tax ${account.taxCode}`,
    account.cashFlow && `cash flow: ${account.cashFlow}`,
    !account.active && 'retired',
  ]
    .filter(Boolean)
    .join(' · ');
}
