import type { PrintedTaxReportQuery, TaxReportGroupResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  minor,
  parseAmount,
  parseCivilDate,
  spanLine,
  sumOf,
  TAX_GROUP_WORDS,
  formatAmount,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { printedAmount } from '../../platform/files/printed-amount.js';
import type { ReportRow, ReportTable } from '../../platform/files/report-table.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { definePrintedReport, defineReportWorkbook } from '../periods/report-files.js';
import { taxReportOf } from './tax-report.js';

/** The taxes of a period as a table. */
export function taxTables(
  db: Db,
  organisation: Organisation,
  { size: _, ...query }: PrintedTaxReportQuery,
  today: CivilDate,
): readonly ReportTable[] {
  const { from, to, groups, due, accounts, settlement } = taxReportOf(db, organisation, query, today);
  const { baseCurrency: currency, calendar, name } = organisation;
  // what was posted since goes into the next period: it is told after the total
  const own = groups.filter(({ group }) => group !== 'since').flatMap(groupRows);
  const since = groups.filter(({ group }) => group === 'since').flatMap(groupRows);
  const sums = [...own.keys()].filter((index) => own[index]?.kind === 'item');
  const total = (column: number): string =>
    formatAmount(sumOf(sums.map((sum) => parseAmount(own[sum]?.figures[column] || '0', currency))), currency);
  const owed = parseAmount(due, currency);
  const size = printedAmount(formatAmount(minor(Math.abs(owed)), currency), currency);
  const dateLine = spanLine(calendar, parseCivilDate(from), parseCivilDate(to));
  const words = owed === 0 ? 'Nothing is owed' : `${size} ${owed > 0 ? 'is owed' : 'is to be got back'}`;
  return [
    {
      organisation: name,
      title: 'Tax',
      dateLine,
      currency,
      columns: ['Taxed', 'Owed', 'Reclaimed', 'In the cost'],
      rows: [...own, { label: 'Total', kind: 'end', figures: [0, 1, 2, 3].map(total), adds: sums }, ...since],
      notes: [`${words} for the period${settlement ? `; settled by ${settlement.entry}` : ''}.`],
    },
    {
      organisation: name,
      title: 'Accounts of taxes',
      dateLine,
      currency,
      columns: ['Before', 'Tax', 'Settled', 'Other', 'At the end'],
      hasTotals: true,
      rows: accounts.map(({ account, name: label, opening, tax, settled, other, balance }): ReportRow => {
        return { code: account, label, kind: 'item', figures: [opening, tax, settled, other, balance] };
      }),
    },
  ];
}

function groupRows({ group, rows }: TaxReportGroupResponse): ReportRow[] {
  if (rows.length === 0) return [];
  const words = TAX_GROUP_WORDS[group];
  return [
    ...(words ? [{ label: words, kind: 'heading' as const, figures: [] }] : []),
    ...rows.map(({ code, name, rate, base, owed, reclaimed, cost }): ReportRow => {
      return { code, label: `${name}, ${rate} %`, kind: 'item', figures: [base, owed, reclaimed, cost] };
    }),
  ];
}

/** The report of taxes as a PDF. */
export const printedTax = definePrintedReport('printedTax', taxTables);

/** The report of taxes as a workbook. */
export const taxWorkbook = defineReportWorkbook('taxWorkbook', taxTables);
