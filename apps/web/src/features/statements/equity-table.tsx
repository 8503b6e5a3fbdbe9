import type { EquityStatementResponse } from '@just-ledger/contract';
import { type CurrencyCode, currencySign, withSign, writtenPercent } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { shown } from '../../ui/money.js';
import statement from '../../ui/statement.module.css';
import { AskedFigure, type FigureAsked } from './asked-figure.js';
import chain from './chain.module.css';
import { ColumnHead, ColumnNotes } from './column-head.js';
import styles from './equity-table.module.css';
import { NoteMarks } from './note-marks.js';

/** A figure as it is written, and by what it is asked for. */
interface EquityFigure {
  readonly text: string;
  readonly figure?: FigureAsked;
}

/** The statement of changes in equity: a column a component, and their total. */
export function EquityTable({ of, currency }: { of: EquityStatementResponse; currency: CurrencyCode }) {
  const address = useAddress();
  const sign = currencySign(currency);
  const isCompared = of.columns.length > 1;
  // beside many totals the components have no room
  const components = of.columns.length > MOST_BESIDE ? [] : of.components;
  const hasTotal = isCompared || components.length !== 1;
  const write = (amount: string | null, isSum: boolean): string => {
    if (amount === null) return '';
    if (!isSum && Number(amount) === 0) return isCompared ? '–' : '';
    const text = shown(amount, currency, of.rounding);
    return isSum ? withSign(sign, text) : text;
  };
  const figuresOf = (row: EquityStatementResponse['rows'][number]): readonly EquityFigure[] => {
    const isSum = row.row === 'total';
    const asked = (days: { from: string; to: string; knownOn?: string | null }, component?: string): FigureAsked => ({
      statement: 'equity-statement',
      row: row.key,
      from: days.from,
      to: days.to,
      ...(component !== undefined && { component }),
      ...(days.knownOn && { asKnownOn: days.knownOn }),
    });
    const own = components.map(({ key }, index): EquityFigure => {
      return { text: write(row.amounts[index] ?? null, isSum), figure: asked(of, key) };
    });
    if (!isCompared) {
      const total = { text: write(row.total, isSum), figure: asked(of) };
      return hasTotal ? [...own, total] : own.length > 0 ? own : [total];
    }
    const totals = row.totals.map((amount, index): EquityFigure => {
      const column = of.columns[index];
      if (column?.type === 'percent') return { text: writtenPercent(amount) };
      const isAmount = column?.type === 'amount';
      return { text: write(amount, isSum && isAmount), ...(isAmount && { figure: asked(column) }) };
    });
    return [...own, ...totals];
  };
  return (
    <div className={chain.scrolls} role="group" aria-label="Changes by component" tabIndex={0}>
      <table className={clsx(chain.equity, components.length <= 2 && chain.few)}>
        <thead>
          <tr>
            <th>
              <span className="visually-hidden">Change</span>
            </th>
            {components.map((component) => (
              <th key={component.key}>
                {component.account ? (
                  <Link to={address.href('account', { account: component.account })}>{component.label}</Link>
                ) : (
                  component.label
                )}
              </th>
            ))}
            {isCompared
              ? of.columns.map((column) => <ColumnHead key={column.key} column={column} />)
              : hasTotal && <th>Total</th>}
          </tr>
        </thead>
        <tbody>
          {of.rows.map((row) => {
            const isSum = row.row === 'total';
            const isEnd = row.key === 'closing-equity';
            const carry = row.key === 'net-result' ? 'result' : isEnd ? 'equity' : undefined;
            return (
              <tr
                key={row.key}
                className={clsx(isSum ? statement.end : '', carry ? statement.carried : '')}
                data-carry={carry}
              >
                <td className={isSum ? '' : statement.item}>
                  {row.label}
                  <NoteMarks row={row} />
                </td>
                {figuresOf(row).map(({ text, figure }, index) => (
                  <td
                    key={index}
                    className="num"
                    data-type={isCompared ? of.columns[index - components.length]?.type : undefined}
                  >
                    <span className={clsx(isEnd && text !== '' && statement.under, styles.unbound)}>
                      {figure && text !== '' && text !== '–' ? <AskedFigure figure={figure} text={text} /> : text}
                    </span>
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      <ColumnNotes columns={of.columns} />
    </div>
  );
}

/** With more columns than these, only totals stand in them. */
const MOST_BESIDE = 6;
