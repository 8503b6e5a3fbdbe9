import { type BalancingAmount, type CurrencyCode, minor, type Minor, sumOf } from '@just-ledger/core';
import { clsx } from 'clsx';
import { displayed } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import grid from '../../ui/typed-grid.module.css';

/** Both sides in sum, and what is missing on which. */
export function EntryTotals({
  amounts,
  missing,
  currency,
}: {
  amounts: readonly Minor[];
  missing: BalancingAmount | undefined;
  currency: CurrencyCode;
}) {
  const total = (sign: 1 | -1): string =>
    displayed(sumOf(amounts.map((amount) => minor(Math.max(sign * amount, 0)))), currency);
  return (
    <tfoot>
      <tr className={ruled.sums}>
        <td colSpan={3} className={ruled.blank} />
        {([1, -1] as const).map((sign) => (
          <td key={sign} className="num">
            <div className={grid.cell}>{total(sign)}</div>
          </td>
        ))}
      </tr>
      <tr>
        <td colSpan={3} className={ruled.blank} />
        {(['debit', 'credit'] as const).map((side) => (
          <td key={side} className={clsx(ruled.blank, 'num brass small')} aria-live="polite">
            <div className={grid.cell}>
              {missing?.side === side && `${displayed(missing.amount, currency)} missing`}
            </div>
          </td>
        ))}
      </tr>
    </tfoot>
  );
}
