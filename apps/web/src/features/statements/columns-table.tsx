import type { ColumnResponse, StatementRowResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { currencySign } from '../../ui/money.js';
import statement from '../../ui/statement.module.css';
import chain from './chain.module.css';
import { ColumnHead, ColumnNotes } from './column-head.js';
import { headingClass } from './statement-table.js';
import { withSign, writtenFigure, writtenPercent } from './written-figure.js';

/** A statement of several columns: a figure each, leading to the ledger of its account in the days of its column. */
export function ColumnsTable({
  rows,
  columns,
  currency,
  carried,
  isStepped = false,
}: {
  rows: readonly StatementRowResponse[];
  columns: readonly ColumnResponse[];
  currency: CurrencyCode;
  /** The keys of figures that leave for, or come from, another statement. */
  carried: Readonly<Record<string, string>>;
  isStepped?: boolean;
}) {
  const address = useAddress();
  const firstAmount = rows.findIndex((row) => row.row !== 'heading');
  const isEmpty = columns.map((_, at) => rows.every(({ amounts }) => (amounts[at] ?? null) === null));
  const figure = (row: StatementRowResponse, at: number, sign: string): string => {
    const { type } = columns[at] ?? { type: 'amount' };
    const amount = row.amounts[at] ?? null;
    if (row.row === 'heading' || isEmpty[at]) return '';
    if (type === 'percent') return writtenPercent(amount);
    const written = writtenFigure(amount, row.key, currency, isStepped);
    return written === '' || Number(amount) === 0 ? '–' : type === 'amount' ? withSign(sign, written) : written;
  };
  return (
    <div className={chain.scrolls} role="group" aria-label="Figures by column" tabIndex={0}>
      {rows.length > 0 && (
        <table className={chain.compared}>
          <thead>
            <tr>
              <th>
                <span className="visually-hidden">Item</span>
              </th>
              {columns.map((column) => (
                <ColumnHead key={column.key} column={column} />
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, index) => {
              const isItem = row.row === 'account';
              const isEnd = row.row === 'total' || row.row === 'carry';
              const sign = index === firstAmount || row.row === 'total' ? currencySign(currency) : '';
              const rule =
                isItem ||
                row.row === 'heading' ||
                UNRULED.has(row.key) ||
                (row.row === 'carry' && !isLastOf(rows, index))
                  ? ''
                  : row.row === 'total'
                    ? statement.under
                    : statement.over;
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
                    {row.account ? (
                      <Link to={address.href('account', { account: row.account })} title="Open its ledger">
                        {row.label}
                      </Link>
                    ) : (
                      row.label
                    )}
                  </td>
                  {columns.map(({ key, type, from, to }, at) => {
                    const written = figure(row, at, sign);
                    return (
                      <td key={key} className="num" data-type={type}>
                        <span className={written === '' ? '' : rule}>
                          {row.account && type === 'amount' && written !== '–' ? (
                            <Link to={address.href('account', { account: row.account, from, to })}>{written}</Link>
                          ) : (
                            written
                          )}
                        </span>
                      </td>
                    );
                  })}
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <ColumnNotes columns={columns} />
    </div>
  );
}

/** Rows that are no sum of those above them. */
const UNRULED: ReadonlySet<string> = new Set(['cash-at-beginning']);

/** Whether a carry is what the rows above it come to, and not the first of those below. */
function isLastOf(rows: readonly StatementRowResponse[], at: number): boolean {
  return rows[at - 1]?.row !== 'heading';
}
