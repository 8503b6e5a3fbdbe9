import type { CurrencyCode } from '@just-ledger/core';
import { PrintedRows } from '../../ui/printed.js';
import type { ChartItem } from './chart-list.js';
import { quiet } from './quiet-balance.js';

/** The chart as it is printed: every row that is shown, with the balances of both dates. */
export function PrintedChart({
  items,
  dates: [earlier, now],
  currency,
}: {
  items: readonly ChartItem[];
  dates: readonly [string, string];
  currency: CurrencyCode;
}) {
  const rows = items.map(({ depth, balances, ...item }) => [
    item.type === 'account' ? item.account.number : '',
    `${'\u2003'.repeat(depth)}${item.type === 'account' ? item.account.name : item.label}`,
    earlier === '' ? '' : quiet(balances.earlier, currency),
    quiet(balances.now, currency),
  ]);
  const heads = [
    { label: 'Number' },
    { label: 'Account' },
    { label: earlier, isFigure: true },
    { label: now, isFigure: true },
  ];
  return <PrintedRows heads={heads} rows={rows} />;
}
