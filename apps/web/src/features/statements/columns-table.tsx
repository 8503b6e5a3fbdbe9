import type { ColumnResponse, StatementRowResponse } from '@just-ledger/contract';
import { currencySign, rowSettings, withSign, writtenPercent } from '@just-ledger/core';
import { clsx } from 'clsx';
import statement from '../../ui/statement.module.css';
import { AskedFigure } from './asked-figure.js';
import chain from './chain.module.css';
import { ColumnHead, ColumnNotes } from './column-head.js';
import { type FigureOf, RowName, ruleClass } from './statement-table.js';
import type { Carry } from './carry-lines.js';
import { type Money, writtenFigure } from './written-figure.js';

/** Asks why a figure changed, and whether that is asked now. */
export interface AskWhy {
  readonly isAsked: boolean;
  ask(this: void): void;
}

/** A statement of several columns: a figure each, leading to what it is made of. */
export function ColumnsTable({
  rows,
  columns,
  money,
  carried = () => undefined,
  isStepped = false,
  figureOf,
  onWhy,
}: {
  rows: readonly StatementRowResponse[];
  columns: readonly ColumnResponse[];
  money: Money;
  /** By what a figure leaves for another statement, or comes from one; undefined where it does neither. */
  carried?: (row: StatementRowResponse) => Carry | undefined;
  isStepped?: boolean;
  figureOf: FigureOf;
  /** Asks why a figure changed; undefined where it cannot be told. */
  onWhy?: ((row: StatementRowResponse) => AskWhy | undefined) | undefined;
}) {
  const settings = rowSettings(rows);
  const isEmpty = columns.map((_, index) => rows.every(({ amounts }) => (amounts[index] ?? null) === null));
  const figure = (row: StatementRowResponse, index: number, sign: string): string => {
    const { type } = columns[index] ?? { type: 'amount' };
    const amount = row.amounts[index] ?? null;
    if (row.row === 'heading' || isEmpty[index]) return '';
    if (type === 'percent') return writtenPercent(amount);
    const written = writtenFigure(amount, row.key, money, isStepped);
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
              const { kind, rule, hasSign, isOfItem } = settings[index] ?? { kind: 'item', rule: '' };
              const sign = hasSign ? currencySign(money.currency) : '';
              const ask = onWhy?.(row);
              return (
                <tr
                  key={`${row.key} ${row.account} ${index}`}
                  className={clsx(statement[kind], isOfItem && statement.ofItem, carried(row) && statement.carried)}
                  data-carry={carried(row)}
                >
                  <td>
                    <RowName row={row} />
                  </td>
                  {columns.map((column, index) => {
                    const { key, type } = column;
                    const written = figure(row, index, sign);
                    return (
                      <td key={key} className="num" data-type={type}>
                        <span className={ruleClass(written === '' ? '' : rule)}>
                          {type === 'amount' && written !== '–' && written !== '' ? (
                            <AskedFigure figure={figureOf(row, column)} text={written} />
                          ) : type === 'change' && ask && written !== '–' && written !== '' ? (
                            <button
                              type="button"
                              className={clsx('plain', chain.asks)}
                              title="Why did this change?"
                              aria-pressed={ask.isAsked}
                              onClick={ask.ask}
                            >
                              {written}
                            </button>
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
