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
const TAKEN_AWAY = new Set([
  'total-cost-of-sales',
  'total-operating-expenses',
  'total-other-expenses',
  'total-income-tax',
]);

/** An income statement or balance sheet: items in the inner column, sums in the outer one. */
export function StatementTable({
  rows,
  currency,
  carried,
  isStepped = false,
}: {
  rows: readonly StatementRowAnswer[];
  currency: CurrencyCode;
  /** The keys of figures that leave for, or come from, another statement. */
  carried: Readonly<Record<string, string>>;
  isStepped?: boolean;
}) {
  const address = useAddress();
  const sign = currencySign(currency);
  const firstAmount = rows.findIndex((row) => row.row === 'account');
  const write = (row: StatementRowAnswer): string =>
    row.amount === null
      ? ''
      : isStepped && TAKEN_AWAY.has(row.key)
        ? lessened(shown(row.amount, currency))
        : shown(row.amount, currency);
  return (
    <table>
      <tbody>
        {rows.map((row, at) => {
          const isItem = row.row === 'account';
          const next = rows[at + 1];
          const isLastItem = isItem && next?.row !== 'account';
          // a part's sum stands beside its last item, as in print, not on a line of its own
          if (isPartSum(rows, at)) return null;
          const beside = next && isPartSum(rows, at + 1) ? write(next) : '';
          const isEnd = row.row === 'total' || row.row === 'carry';
          const amount = write(row);
          const mark = at === firstAmount || row.row === 'total' ? sign : '';
          const href = row.account ? address.href('account', { account: row.account }) : undefined;
          return (
            <tr
              key={`${row.key} ${row.account} ${at}`}
              className={`${row.row === 'heading' ? 'heading' : isItem ? '' : isEnd ? row.row : 'sum'} ${carried[row.key] ? 'carried' : ''}`}
              data-carry={carried[row.key]}
            >
              <td className={isItem ? 'item' : ''}>
                {href ? (
                  <Link to={href} title="Open its ledger">
                    {row.label}
                  </Link>
                ) : (
                  row.label
                )}
              </td>
              <td className="num">
                {isItem && (
                  <span
                    className={isLastItem ? 'under-item' : ''}
                    style={isLastItem ? { borderBottom: '1px solid var(--ink)', paddingLeft: 10 } : undefined}
                  >
                    {amountText(mark, amount)}
                  </span>
                )}
              </td>
              <td className="num">
                {beside && <span className={next?.key && carried[next.key] ? 'under' : ''}>{beside}</span>}
                {!isItem && row.row !== 'heading' && (
                  <span
                    className={row.row === 'total' ? 'under' : row.key.startsWith('total-') || isEnd ? '' : 'over'}
                  >
                    {amountText(mark, amount)}
                  </span>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** Whether a row is the sum of the part right above it. */
function isPartSum(rows: readonly StatementRowAnswer[], at: number): boolean {
  return (
    rows[at]?.row === 'subtotal' && rows[at - 1]?.row === 'account' && rows[at]?.key.startsWith('total-') === true
  );
}

function amountText(sign: string, amount: string): string {
  return amount.startsWith('(') ? `(${sign}${amount.slice(1)}` : `${sign}${amount}`;
}

function lessened(amount: string): string {
  return amount.startsWith('(') ? amount.slice(1, -1) : `(${amount})`;
}
