import type { EntryResponse } from '@just-ledger/contract';

/** Whether an entry still says what was meant: it has not been reversed, and is no reversal itself. */
export function stands({ reversedBy, kind }: Pick<EntryResponse, 'reversedBy' | 'kind'>): boolean {
  return reversedBy === null && kind !== 'reversing';
}
