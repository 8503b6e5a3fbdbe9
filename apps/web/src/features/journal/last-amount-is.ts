/** Where a tab remembers whether the taxed amount typed last was net or gross. */
const LAST_AMOUNT_IS = 'just-ledger.last-amount-is';

/** Whether the taxed amount typed last in this tab was net or gross: proposed for the next. */
export function lastAmountIs(): 'net' | 'gross' {
  return sessionStorage.getItem(LAST_AMOUNT_IS) === 'gross' ? 'gross' : 'net';
}

/** Remembers what a taxed amount was. */
export function rememberAmountIs(amountIs: 'net' | 'gross'): void {
  sessionStorage.setItem(LAST_AMOUNT_IS, amountIs);
}
