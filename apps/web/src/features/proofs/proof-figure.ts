import type { ProofResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { shown } from '../../ui/money.js';

/** A figure of a proof as it is shown: an amount, or so many entries or lines. */
export function proofFigure({ unit }: Pick<ProofResponse, 'unit'>, value: string, currency: CurrencyCode): string {
  return unit === 'amount' ? shown(value, currency) : `${Number(value).toLocaleString('en')} ${unit}`;
}
