import type { StatementHeading, StatementRowResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { currencySign } from '../../ui/money.js';
import statement from '../../ui/statement.module.css';
import { withSign, writtenFigure } from './written-figure.js';

/** What stands over a statement, as the trade writes it; and where its figures come from, if not from these books. */
export function Heading({ of }: { of: StatementHeading }) {
  return (
    <div>
      <hgroup>
        <p>{of.organisation}</p>
        <h2>{of.title}</h2>
        <p className={statement.date}>{of.dateLine}</p>
      </hgroup>
      {of.note && <p className={statement.note}>{of.note}</p>}
    </div>
  );
}

/** An income statement or balance sheet: items in the inner column, sums in the outer one. */
export function StatementTable({
  rows,
  currency,
  carried,
  isStepped = false,
  inner = NONE,
}: {
  rows: readonly StatementRowResponse[];
  currency: CurrencyCode;
  /** The keys of figures that leave for, or come from, another statement. */
  carried: Readonly<Record<string, string>>;
  isStepped?: boolean;
  /** The keys of carries that stand among the items. */
  inner?: ReadonlySet<string>;
}) {
  const address = useAddress();
  const sign = currencySign(currency);
  const firstAmount = rows.findIndex((row) => row.row !== 'heading');
  const write = (row: StatementRowResponse): string => writtenFigure(row.amount, row.key, currency, isStepped);
  return (
    <table>
      <tbody>
        {rows.map((row, index) => {
          const isItem = row.row === 'account' || inner.has(row.key);
          const next = rows[index + 1];
          const isLastItem = isItem && next?.row === 'subtotal';
          // a part's sum stands beside its last item, as in print, not on a line of its own
          if (isPartSum(rows, index)) return null;
          const beside = next && isPartSum(rows, index + 1) ? write(next) : '';
          const isEnd = row.row === 'total' || row.row === 'carry';
          const amount = write(row);
          const mark = index === firstAmount || row.row === 'total' ? sign : '';
          const href = row.account ? address.href('account', { account: row.account }) : undefined;
          return (
            <tr
              key={`${row.key} ${row.account} ${index}`}
              className={clsx(
                row.row === 'heading'
                  ? headingClass(row.key)
                  : isItem
                    ? ''
                    : isEnd
                      ? statement[row.row]
                      : statement.sum,
                carried[row.key] ? statement.carried : '',
              )}
              data-carry={carried[row.key]}
            >
              <td className={isItem ? statement.item : ''}>
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
                  <span className={isLastItem ? statement.lastOfPart : undefined}>{withSign(mark, amount)}</span>
                )}
              </td>
              <td className="num">
                {beside && <span className={next?.key && carried[next.key] ? statement.under : ''}>{beside}</span>}
                {!isItem && row.row !== 'heading' && (
                  <span
                    className={
                      row.row === 'total'
                        ? statement.under
                        : /^(total|cash)-/.test(row.key) || isEnd
                          ? ''
                          : statement.over
                    }
                  >
                    {withSign(mark, amount)}
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

const NONE: ReadonlySet<string> = new Set();

/** Headings of a part stand out, those within one do not. */
export function headingClass(key: string): string | undefined {
  return SUBHEADINGS.has(key) ? statement.subheading : statement.heading;
}

const SUBHEADINGS: ReadonlySet<string> = new Set(['taken-out', 'changes', 'cash']);

/** Whether a row is the sum of the part right above it. */
function isPartSum(rows: readonly StatementRowResponse[], at: number): boolean {
  return (
    rows[at]?.row === 'subtotal' && rows[at - 1]?.row === 'account' && rows[at]?.key.startsWith('total-') === true
  );
}
