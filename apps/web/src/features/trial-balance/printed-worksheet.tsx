import { minor, type Minor, ZERO } from '@just-ledger/core';
import { useBooks } from '../../api/books-queries.js';
import { displayed } from '../../ui/own-ways.js';
import { PrintedRows } from '../../ui/printed.js';
import type { ShownColumn } from './worksheet-columns.js';
import type { SeenRow, WorksheetView } from './worksheet-view.js';

/** The worksheet on paper, as it is shown. */
export function PrintedWorksheet({
  view: { totals, across, response, result },
  rows,
  columns,
}: {
  view: WorksheetView;
  rows: readonly SeenRow[];
  columns: readonly ShownColumn[];
}) {
  const { currency } = useBooks();
  const write = (amount: Minor): string => (amount === 0 ? '' : displayed(amount, currency));
  const pair = (of: WorksheetView['totals'], column: ShownColumn['column']): string[] => [
    write(of[column].debit),
    write(of[column].credit),
  ];
  const size = minor(Math.abs(result));
  const isStatement = (column: string): boolean => column === 'incomeStatement' || column === 'balanceSheet';
  const isDebit = (column: string): boolean => (column === 'incomeStatement') === result >= 0;
  const resultOf = (column: string): [Minor, Minor] =>
    isStatement(column) ? (isDebit(column) ? [size, ZERO] : [ZERO, size]) : [ZERO, ZERO];
  return (
    <PrintedRows
      heads={[
        { label: 'Number' },
        { label: 'Account' },
        ...columns.flatMap(({ label }) => [
          { label: `${label} debit`, isFigure: true },
          { label: `${label} credit`, isFigure: true },
        ]),
        ...response.values.map(({ value }) => ({ label: value ?? 'none named', isFigure: true })),
      ]}
      rows={[
        ...rows.map((row) => {
          const hasFigures = !row.isHeading || row.isFolded;
          return [
            row.account,
            row.name,
            ...columns.flatMap(({ column }) => (hasFigures ? pair(row.columns, column) : ['', ''])),
            ...row.across.map((amount) => (hasFigures ? write(amount) : '')),
          ];
        }),
        [
          '',
          'Total',
          ...columns.flatMap(({ column }) => pair(totals, column)),
          ...across.map((sum) => displayed(sum, currency)),
        ],
        ...(columns.some(({ column }) => isStatement(column))
          ? [
              ['', response.resultName, ...columns.flatMap(({ column }) => resultOf(column).map(write))],
              [
                '',
                'With the result',
                ...columns.flatMap(({ column }) => {
                  const [debit, credit] = resultOf(column);
                  if (!isStatement(column)) return ['', ''];
                  return [write(minor(totals[column].debit + debit)), write(minor(totals[column].credit + credit))];
                }),
              ],
            ]
          : []),
      ]}
    />
  );
}
