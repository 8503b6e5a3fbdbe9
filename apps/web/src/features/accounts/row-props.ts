import { type CurrencyCode } from '@just-ledger/core';
import { type KeyboardEvent } from 'react';

/** What every row of the chart takes. */
export interface RowProps {
  readonly currency: CurrencyCode;
  /** Whether there are balances of a year before to show. */
  readonly hasEarlier: boolean;
  /** Its index in the list. */
  readonly at: number;
  readonly tabIndex: number;
  readonly onKeyDown: (event: KeyboardEvent) => void;
  readonly onFocus: () => void;
}
