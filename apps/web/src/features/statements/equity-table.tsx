import type { EquityStatementResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { currencySign, shown } from '../../ui/money.js';
import statement from '../../ui/statement.module.css';
import chain from './chain.module.css';
import styles from './equity-table.module.css';

/** The statement of changes in equity: a column a component, and their total. */
export function EquityTable({ of, currency }: { of: EquityStatementResponse; currency: CurrencyCode }) {
  const address = useAddress();
  const sign = currencySign(currency);
  const hasTotal = of.components.length !== 1;
  const write = (amount: string, isSum: boolean): string => {
    const text = shown(amount, currency);
    if (!isSum && /^[0.]+$/.test(amount)) return '';
    return isSum ? (text.startsWith('(') ? `(${sign}${text.slice(1)}` : `${sign}${text}`) : text;
  };
  return (
    <table className={chain.equity}>
      <thead>
        <tr>
          <th>
            <span className="visually-hidden">Change</span>
          </th>
          {of.components.map((one) => (
            <th key={one.key}>
              {one.account ? (
                <Link to={address.href('account', { account: one.account })}>{one.label}</Link>
              ) : (
                one.label
              )}
            </th>
          ))}
          {hasTotal && <th>Total</th>}
        </tr>
      </thead>
      <tbody>
        {of.rows.map((row) => {
          const isSum = row.row === 'total';
          const isEnd = row.key === 'closing-equity';
          const figures = hasTotal ? [...row.amounts, row.total] : [row.amounts[0] ?? row.total];
          const carry = row.key === 'net-result' ? 'result' : isEnd ? 'equity' : undefined;
          return (
            <tr
              key={row.key}
              className={clsx(isSum ? statement.total : '', carry ? statement.carried : '')}
              data-carry={carry}
            >
              <td className={isSum ? '' : statement.item}>{row.label}</td>
              {figures.map((amount, index) => (
                <td key={index} className="num">
                  <span className={clsx(isEnd ? statement.under : '', styles.unbound)}>{write(amount, isSum)}</span>
                </td>
              ))}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
