import { type CurrencyCode, minor } from '@just-ledger/core';
import { clsx } from 'clsx';
import { displayed } from '../../ui/own-ways.js';
import grid from '../../ui/typed-grid.module.css';
import type { TaxRow } from './form-tax.js';
import styles from './entry-lines.module.css';

/** The tax that the lines above come with, as it will be posted: part of the entry, and of its sums. */
export function TaxRows({ rows, currency }: { rows: readonly TaxRow[]; currency: CurrencyCode }) {
  if (rows.length === 0) return null;
  return (
    <tbody aria-label="Tax by itself" className={styles.tax}>
      {rows.map(({ account, accountName, amount, code, rate, base, breakdowns }, index) => (
        <tr key={index}>
          <td>
            <div className={clsx(grid.cell, amount < 0 && styles.taxCredit)}>
              <span className="soft">{account}</span> {accountName}
            </div>
          </td>
          <td colSpan={2}>
            <div className={clsx(grid.cell, 'soft small')}>
              {[`${code} ${rate} % of ${displayed(base, currency)}`, ...Object.values(breakdowns)].join(' · ')}
            </div>
          </td>
          {([1, -1] as const).map((sign) => (
            <td key={sign} className={clsx(grid.money, 'num')}>
              <div className={grid.cell}>{amount * sign > 0 && displayed(minor(Math.abs(amount)), currency)}</div>
            </td>
          ))}
        </tr>
      ))}
    </tbody>
  );
}
