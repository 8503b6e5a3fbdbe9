import type { ProofResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { shown } from '../../ui/money.js';

const ONE = { entries: 'entry', lines: 'line', seals: 'seal', records: 'record' } as const;

/** A figure of a proof as it is shown: an amount, or so many of something. @example proofFigure({unit: 'seals'}, '1', 'EUR') // → '1 seal' */
export function proofFigure({ unit }: Pick<ProofResponse, 'unit'>, value: string, currency: CurrencyCode): string {
  if (unit === 'amount') return shown(value, currency);
  const count = Number(value);
  return `${count.toLocaleString('en')} ${Math.abs(count) === 1 ? ONE[unit] : unit}`;
}
