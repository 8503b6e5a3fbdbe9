import { minor, type Minor, type Sides, type WorksheetColumn, ZERO } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useRef } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { displayed } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import { useWidth } from '../../ui/use-width.js';
import type { ShownColumn } from './worksheet-columns.js';
import { WorksheetTableRow } from './worksheet-row.js';
import type { SeenWorksheetRow, WorksheetView } from './worksheet-view.js';
import { useWorksheetKeys } from './use-worksheet-keys.js';
import { settingFor } from './worksheet-room.js';
import styles from './worksheet.module.css';

/** The worksheet: each account on a row, its stages and statements in pairs of columns, the result balancing the last. */
export function WorksheetTable({
  view,
  rows,
  columns,
  within,
  marked,
  onFold,
}: {
  view: WorksheetView;
  rows: readonly SeenWorksheetRow[];
  /** The breakdown that is shown, and the one value of it; empty where there is none. */
  within: { readonly breakdown: string; readonly value: string };
  columns: readonly ShownColumn[];
  /** Numbers of accounts that a finding is about. */
  marked: ReadonlySet<string>;
  onFold: (heading: string) => void;
}) {
  const { currency } = useBooks();
  const body = useRef<HTMLTableSectionElement>(null);
  const onKeyDown = useWorksheetKeys(body, onFold);
  const { values } = view.response;
  const write = (amount: Minor): string => (amount === 0 ? '' : displayed(amount, currency));
  const around = useRef<HTMLDivElement>(null);
  const width = useWidth(around);
  const setting = width === undefined ? 'close' : settingFor(width, view, rows, columns, write);
  return (
    <div ref={around}>
      <table
        className={clsx(
          ruled.table,
          ruled.tight,
          styles.worksheet,
          setting === 'close' && styles.close,
          (setting === 'stacked' || setting === 'apart') && styles.stacked,
          setting === 'apart' && styles.apart,
        )}
      >
        <thead>
          <tr>
            <td colSpan={2} />
            {columns.map(({ column, label }) => (
              <th key={column} colSpan={2} scope="colgroup" className={styles.group}>
                {label}
              </th>
            ))}
            {values.length > 0 && (
              <th colSpan={values.length} scope="colgroup" className={styles.group}>
                Within each value, credits in parentheses
              </th>
            )}
          </tr>
          <tr>
            <th className={styles.number}>Number</th>
            <th>Account</th>
            {columns.map(({ column, label }) => [
              <th key={`${column} debit`} className={clsx('num', styles.first)} aria-label={`${label} debit`}>
                debit
              </th>,
              <th key={`${column} credit`} className="num" aria-label={`${label} credit`}>
                credit
              </th>,
            ])}
            {values.map(({ value }, index) => (
              <th key={value ?? ''} className={clsx('num', styles.value, index === 0 && styles.first)}>
                {value ?? 'none named'}
              </th>
            ))}
          </tr>
        </thead>
        <tbody ref={body} onKeyDown={onKeyDown}>
          {rows.map((row) => (
            <WorksheetTableRow
              key={row.account}
              row={row}
              columns={columns}
              view={view}
              within={within}
              isMarked={marked.has(row.account)}
              write={write}
              onFold={onFold}
            />
          ))}
        </tbody>
        <Sums view={view} columns={columns} write={write} />
      </table>
    </div>
  );
}

/** What all rows come to; where statements are shown the result that balances them, and what they come to with it. */
function Sums({
  view,
  columns,
  write,
}: {
  view: WorksheetView;
  columns: readonly ShownColumn[];
  write: (amount: Minor) => string;
}) {
  const { totals, result, response, across } = view;
  const { currency } = useBooks();
  const hasStatements = columns.some(({ column }) => column === 'incomeStatement' || column === 'balanceSheet');
  const size = minor(Math.abs(result));
  const isIncome = result >= 0;
  const added = (column: WorksheetColumn): Sides => {
    const isDebit = (column === 'incomeStatement') === isIncome;
    return isDebit ? { debit: size, credit: ZERO } : { debit: ZERO, credit: size };
  };
  const isStatement = (column: WorksheetColumn): boolean => column === 'incomeStatement' || column === 'balanceSheet';
  const whole = (amount: Minor): string => displayed(amount, currency);
  const cells = (pair: (column: WorksheetColumn) => readonly [string, string]) =>
    columns.flatMap(({ column, label }) => {
      const [debit, credit] = pair(column);
      return [
        <td key={`${column} label`} className={clsx(styles.label, debit === '' && credit === '' && styles.nothing)}>
          {label}
        </td>,
        <td key={`${column} debit`} className={clsx('num', styles.first)}>
          {debit}
        </td>,
        <td key={`${column} credit`} className="num">
          {credit}
        </td>,
      ];
    });
  return (
    <tfoot>
      <tr className={ruled.sums}>
        <td className={styles.name} colSpan={2}>
          Total
        </td>
        {cells((column) => {
          const { debit, credit } = totals[column];
          return [whole(debit), whole(credit)];
        })}
        {across.map((sum, index) => (
          <td
            key={response.values[index]?.value ?? ''}
            className={clsx(
              'num',
              styles.value,
              index === 0 && styles.first,
              response.selfBalancing && sum !== 0 && 'brick',
            )}
            data-value={response.values[index]?.value ?? 'none named'}
          >
            {whole(sum)}
          </td>
        ))}
      </tr>
      {hasStatements && (
        <>
          <tr className={styles.result}>
            <td className={styles.name} colSpan={2}>
              {response.resultName}
            </td>
            {cells((column) => {
              if (!isStatement(column)) return ['', ''];
              const { debit, credit } = added(column);
              return [write(debit), write(credit)];
            })}
            {across.length > 0 && <td colSpan={across.length} />}
          </tr>
          <tr className={styles.balanced}>
            <td className={styles.name} colSpan={2} aria-label="With the result" />
            {cells((column) => {
              if (!isStatement(column)) return ['', ''];
              const { debit, credit } = totals[column];
              const result = added(column);
              return [whole(minor(debit + result.debit)), whole(minor(credit + result.credit))];
            })}
            {across.length > 0 && <td colSpan={across.length} />}
          </tr>
        </>
      )}
    </tfoot>
  );
}
