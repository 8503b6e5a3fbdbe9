import type { FindingResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { shown } from '../../ui/money.js';

/** What a finding rests on: as the person reads amounts, or, without a currency, as it is known again. */
export function evidenceText({ evidence }: Pick<FindingResponse, 'evidence'>, currency?: CurrencyCode): string {
  return evidence
    .map((part) => ('text' in part ? part.text : currency === undefined ? part.amount : shown(part.amount, currency)))
    .join('');
}
