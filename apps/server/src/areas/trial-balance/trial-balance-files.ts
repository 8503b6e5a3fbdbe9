import type {
  PrintedTrialBalanceQuery,
  PrintedWorksheetQuery,
  SidesResponse,
  WorksheetQuery,
} from '@just-ledger/contract';
import {
  type CivilDate,
  formatAmount,
  longDate,
  minor,
  parseAmount,
  parseCivilDate,
  problem,
  seenRows,
  shortDate,
  WORKSHEET_COLUMNS,
  type WorksheetColumn,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { ReportRow, ReportTable } from '../../platform/files/report-table.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { asKnown } from '../organisations/report-dates.js';
import { definePrintedReport, defineReportWorkbook } from '../periods/report-files.js';
import { trialBalanceReport } from './trial-balance-report.js';
import { worksheetReport } from './worksheet-report.js';

const TITLES = {
  unadjusted: 'Unadjusted trial balance',
  adjusted: 'Trial balance',
  'post-closing': 'Post-closing trial balance',
} as const;

/** The trial balance as a table. */
export function trialBalanceTables(
  db: Db,
  organisation: Organisation,
  { size: _, ...query }: PrintedTrialBalanceQuery,
  today: CivilDate,
): readonly ReportTable[] {
  const { asAt, stage, rows, totalDebit, totalCredit, note } = trialBalanceReport(db, organisation, query, today);
  return [
    {
      organisation: organisation.name,
      title: TITLES[stage],
      dateLine: dateLineOf(asAt, query),
      currency: organisation.baseCurrency,
      columns: ['Debit', 'Credit'],
      rows: [
        ...rows.map(({ account, name, debit, credit }): ReportRow => {
          return { code: account, label: name, kind: 'item', figures: [debit, credit] };
        }),
        { label: 'Total', kind: 'end', figures: [totalDebit, totalCredit], adds: [...rows.keys()] },
      ],
      notes: note === null ? [] : [note],
    },
  ];
}

const COLUMN_LABELS: Record<Exclude<WorksheetColumn, 'against'>, string> = {
  unadjusted: 'Unadjusted',
  adjustments: 'Adjustments',
  adjusted: 'Adjusted',
  incomeStatement: 'Income statement',
  balanceSheet: 'Balance sheet',
  postClosing: 'Post-closing',
  change: 'Change',
};

const STATEMENTS: ReadonlySet<WorksheetColumn> = new Set(['incomeStatement', 'balanceSheet']);

/** The worksheet as a table, with the pairs of columns that are shown. */
export function worksheetTables(
  db: Db,
  organisation: Organisation,
  { size: _, show, headings = 'none', turned = '', ...query }: PrintedWorksheetQuery,
  today: CivilDate,
): readonly ReportTable[] {
  const sheet = worksheetReport(db, organisation, query, today);
  const shown = columnsShown(show).filter(
    (column) => sheet.against !== null || (column !== 'against' && column !== 'change'),
  );
  const labelOf = (column: WorksheetColumn): string =>
    column === 'against' ? shortDate(parseCivilDate(sheet.against ?? sheet.asAt)) : COLUMN_LABELS[column];
  const figures = (columns: Record<WorksheetColumn, SidesResponse>): string[] =>
    shown.flatMap((column) => [columns[column].debit, columns[column].credit]);
  const isLoss = sheet.result.startsWith('-');
  const size = sheet.result.replace('-', '');
  const isDebit = (column: WorksheetColumn): boolean => (column === 'incomeStatement') !== isLoss;
  const resultFigures = shown.flatMap((column) =>
    STATEMENTS.has(column) ? (isDebit(column) ? [size, ''] : ['', size]) : ['', ''],
  );
  const rows = seenRows(
    sheet.rows.map((row) => ({ ...row, isHeading: row.heading })),
    headings,
    new Set(turned.split(' ')),
  );
  const sums = rows.length;
  // an open heading has its figures under it
  const added = [...rows.keys()].filter((index) => !rows[index]?.isHeading || rows[index]?.isFolded);
  const plus = (a: string, b: string): string => {
    const [x, y] = [a, b].map((text) => (text === '' ? 0 : parseAmount(text, organisation.baseCurrency)));
    return formatAmount(minor((x ?? 0) + (y ?? 0)), organisation.baseCurrency);
  };
  const totals = figures(sheet.totals);
  const across = sheet.values.map(({ sum }) => sum);
  const hasStatements = shown.some((column) => STATEMENTS.has(column));
  return [
    {
      organisation: organisation.name,
      title: 'Worksheet',
      dateLine: dateLineOf(sheet.asAt, query),
      currency: organisation.baseCurrency,
      columns: [
        ...shown.flatMap((column) => [`${labelOf(column)} debit`, `${labelOf(column)} credit`]),
        ...sheet.values.map(({ value }) => value ?? `No ${(query.breakdown ?? 'value').toLowerCase()}`),
      ],
      rows: [
        ...rows.map(({ account, name, columns, across: within, isHeading, isFolded, depth }): ReportRow => {
          const own = isHeading && !isFolded ? [] : [...figures(columns), ...within];
          return {
            code: account,
            label: name,
            kind: isHeading && !isFolded ? 'heading' : 'item',
            depth,
            figures: own,
          };
        }),
        {
          label: 'Total',
          kind: hasStatements ? 'sum' : 'end',
          figures: [...totals, ...across],
          adds: added,
        },
        ...(hasStatements
          ? [
              {
                label: sheet.resultName,
                kind: 'item' as const,
                figures: [...resultFigures, ...across.map(() => '')],
              },
              {
                label: 'With the result',
                kind: 'end' as const,
                figures: [
                  ...shown.flatMap((column, index) =>
                    STATEMENTS.has(column)
                      ? [2 * index, 2 * index + 1].map((index) =>
                          plus(totals[index] ?? '', resultFigures[index] ?? ''),
                        )
                      : ['', ''],
                  ),
                  ...across.map(() => ''),
                ],
                adds: [sums, sums + 1],
              },
            ]
          : []),
      ],
      notes: sheet.note === null ? [] : [sheet.note],
    },
  ];
}

/** The pairs of columns that are asked for, in their order; all where none is named. @throws {Refusal} 422 at `show` */
function columnsShown(text: string | undefined): readonly WorksheetColumn[] {
  if (!text) return WORKSHEET_COLUMNS;
  const named = text.split(',');
  if (named.some((name) => !WORKSHEET_COLUMNS.some((worksheetColumn) => worksheetColumn === name))) {
    const message = `The columns are ${WORKSHEET_COLUMNS.join(', ')}.`;
    throw new Refusal(422, [problem('columns', 'show', message)]);
  }
  return WORKSHEET_COLUMNS.filter((column) => named.includes(column));
}

/** At which date, by whose knowledge and within which value of a breakdown the figures stand. */
function dateLineOf(
  asAt: string,
  { asKnownOn, breakdown, value, unnamed }: Pick<WorksheetQuery, 'asKnownOn' | 'breakdown' | 'value' | 'unnamed'>,
): string {
  return [
    `as at ${longDate(parseCivilDate(asAt))}`,
    ...(asKnownOn ? [asKnown(asKnownOn)] : []),
    ...(breakdown && value ? [`${breakdown}: ${value}`] : []),
    ...(breakdown && unnamed === 'true' ? [`no ${breakdown.toLowerCase()} named`] : []),
  ].join(', ');
}

/** The trial balance as a PDF. */
export const printedTrialBalance = definePrintedReport('printedTrialBalance', trialBalanceTables);

/** The trial balance as a workbook. */
export const trialBalanceWorkbook = defineReportWorkbook('trialBalanceWorkbook', trialBalanceTables);

/** The worksheet as a PDF. */
export const printedWorksheet = definePrintedReport('printedWorksheet', worksheetTables);

/** The worksheet as a workbook. */
export const worksheetWorkbook = defineReportWorkbook('worksheetWorkbook', worksheetTables);
