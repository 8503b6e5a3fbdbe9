import type { StatementRowResponse } from '@just-ledger/contract';
import { isGroupName } from '@just-ledger/core';

/** A part of the expenses; minor units, and its share of all in per cent. */
export interface ExpensePart {
  readonly label: string;
  readonly amount: number;
  readonly share: string;
}

const PARTS = new Set(['cost-of-sales', 'operating-expenses', 'other-expenses', 'income-tax']);

/** So many parts are told by themselves. */
const MOST = 9;

/**
 * The accounts of expense in an income statement with several steps, the largest first; the smaller ones together. What was
 * given back, and so is less than nothing, is among these.
 *
 * @param units an amount in minor units
 */
export function largestParts(
  rows: readonly StatementRowResponse[],
  units: (amount: string | null) => number,
): ExpensePart[] {
  let isExpense = false;
  const parts: { label: string; amount: number }[] = [];
  for (const { row, key, label, amount } of rows) {
    if (isGroupName({ row, key })) continue;
    if (row === 'heading') isExpense = PARTS.has(key);
    else if (isExpense && row === 'account') parts.push({ label, amount: units(amount) });
  }
  parts.sort((a, b) => b.amount - a.amount);
  const own = parts.filter(({ amount }) => amount > 0).slice(0, MOST);
  const others = parts.filter((part) => !own.includes(part));
  const rest = others.reduce((sum, { amount }) => sum + amount, 0);
  const told =
    others.length === 0
      ? own
      : [...own, { label: others.length === 1 ? 'One other' : `${others.length} others`, amount: rest }];
  const all = told.reduce((sum, { amount }) => sum + amount, 0);
  return told.map((part) => ({
    ...part,
    share: all === 0 ? '' : `${((100 * part.amount) / all).toFixed(1)}\u00a0%`,
  }));
}
