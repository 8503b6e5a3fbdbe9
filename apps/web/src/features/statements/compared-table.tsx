import type { BesideResponse, StatementRowResponse } from '@just-ledger/contract';
import { type CurrencyCode, parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { currencySign } from '../../ui/money.js';
import statement from '../../ui/statement.module.css';
import chain from './chain.module.css';
import { withSign, writtenFigure } from './written-figure.js';

/** An income statement or balance sheet with the one a year before beside it: a column each. */
export function ComparedTable({
  rows,
  to,
  beside,
  currency,
  carried,
  isStepped = false,
}: {
  rows: readonly StatementRowResponse[];
  to: string;
  beside: BesideResponse;
  currency: CurrencyCode;
  /** The keys of figures that leave for, or come from, another statement. */
  carried: Readonly<Record<string, string>>;
  isStepped?: boolean;
}) {
  const address = useAddress();
  const firstAmount = rows.findIndex((row) => row.row === 'account');
  const [day, dayBefore] = [shortDate(parseCivilDate(to)), shortDate(parseCivilDate(beside.to))];
  const hasEarlier = rows.some(({ earlier }) => earlier !== null);
  return (
    <>
      {rows.length > 0 && (
        <table className={chain.compared}>
          <thead>
            <tr>
              <th>
                <span className="visually-hidden">Item</span>
              </th>
              <th>{day}</th>
              <th>{dayBefore}</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row, index) => {
              const isItem = row.row === 'account';
              const isEnd = row.row === 'total' || row.row === 'carry';
              const sign = index === firstAmount || row.row === 'total' ? currencySign(currency) : '';
              const rule =
                isItem || row.row === 'heading' ? '' : row.row === 'total' ? statement.under : statement.over;
              const figure = (amount: string | null): string => {
                const written = writtenFigure(amount, row.key, currency, isStepped);
                return written === '' ? (row.row === 'heading' ? '' : '–') : withSign(sign, written);
              };
              return (
                <tr
                  key={`${row.key} ${row.account} ${index}`}
                  className={clsx(
                    row.row === 'heading'
                      ? statement.heading
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
                    {row.account ? (
                      <Link to={address.href('account', { account: row.account })} title="Open its ledger">
                        {row.label}
                      </Link>
                    ) : (
                      row.label
                    )}
                  </td>
                  {[row.amount, hasEarlier ? row.earlier : undefined].map((amount, column) => (
                    <td key={column} className="num">
                      {amount !== undefined && <span className={rule}>{figure(amount)}</span>}
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {beside.note && (
        <p className={statement.note}>
          {dayBefore}: {beside.note.charAt(0).toLowerCase() + beside.note.slice(1)}
        </p>
      )}
    </>
  );
}
