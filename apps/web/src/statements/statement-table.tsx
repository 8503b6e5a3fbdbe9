import { Link } from 'react-router';
import type { StatementHeading, StatementRowAnswer } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { currencySign, shown } from '../fields/money.js';
import { useAddress } from '../frame/address.js';

/** What stands over a statement, as the trade writes it. */
export function Heading({ of }: { of: StatementHeading }) {
  return (
    <hgroup>
      <p>{of.organisation}</p>
      <h2>{of.title}</h2>
      <p className="date">{of.dateLine}</p>
    </hgroup>
  );
}

/** Parts whose sums are taken away in a statement with several steps. */
const TAKEN_AWAY = new Set(['total-cost-of-sales', 'total-operating-expenses', 'total-other-expenses', 'total-income-tax']);

/** An income statement or balance sheet: items in the inner column, sums in the outer one. */
export function StatementTable({ rows, currency, carried, isStepped = false }: {
  rows: readonly StatementRowAnswer[];
  currency: CurrencyCode;
  /** The keys of figures that leave for, or come from, another statement. */
  carried: Readonly<Record<string, string>>;
  isStepped?: boolean;
}) {
  const address = useAddress();
  const sign = currencySign(currency);
  const firstAmount = rows.findIndex((row) => row.row === 'account');
  return (
    <table>
      <tbody>
        {rows.map((row, at) => {
          const isItem = row.row === 'account';
          const next = rows[at + 1];
          const isLastItem = isItem && next?.row !== 'account';
          const isEnd = row.row === 'total' || row.row === 'carry';
          const amount = row.amount === null ? '' : isStepped && TAKEN_AWAY.has(row.key) ? lessened(shown(row.amount, currency)) : shown(row.amount, currency);
          const mark = at === firstAmount || row.row === 'total' ? sign : '';
          const href = row.account ? address.href('account', { account: row.account }) : undefined;
          return (
            <tr key={`${row.key} ${row.account} ${at}`} className={`${row.row === 'heading' ? 'heading' : isItem ? '' : isEnd ? row.row : 'sum'} ${carried[row.key] ? 'carried' : ''}`} data-carry={carried[row.key]}>
              <td className={isItem ? 'item' : ''}>{href ? <Link to={href} title="Open its ledger">{row.label}</Link> : row.label}</td>
              <td className="num">{isItem && <span className={isLastItem ? 'under-item' : ''} style={isLastItem ? { borderBottom: '1px solid var(--ink)', paddingLeft: 10 } : undefined}>{amountText(mark, amount)}</span>}</td>
              <td className="num">{!isItem && row.row !== 'heading' && <span className={row.row === 'total' ? 'under' : row.key.startsWith('total-') || isEnd ? '' : 'over'}>{amountText(mark, amount)}</span>}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function amountText(sign: string, amount: string): string {
  return amount.startsWith('(') ? `(${sign}${amount.slice(1)}` : `${sign}${amount}`;
}

function lessened(amount: string): string {
  return amount.startsWith('(') ? amount.slice(1, -1) : `(${amount})`;
}
