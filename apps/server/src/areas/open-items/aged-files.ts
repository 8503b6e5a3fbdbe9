import type { AgedContactResponse, AgedItemResponse, PrintedAgedBalancesQuery } from '@just-ledger/contract';
import { AGES, type CivilDate, keysOf, longDate, parseCivilDate, shortDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { printedAmount } from '../../platform/files/printed-amount.js';
import type { ReportRow, ReportTable } from '../../platform/files/report-table.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { definePrintedReport, defineReportWorkbook } from '../periods/report-files.js';
import { agedBalancesReport, openItemsReport } from './aged-balances-report.js';

/** What is owed by contact and age, as a table. */
export function agedTables(
  db: Db,
  organisation: Organisation,
  { size: _, documents, after: _after, ...query }: PrintedAgedBalancesQuery,
  today: CivilDate,
): readonly ReportTable[] {
  const first = agedBalancesReport(db, organisation, query, today);
  const contacts: AgedContactResponse[] = [...first.contacts];
  for (let { next } = first; next !== null;) {
    const page = agedBalancesReport(db, organisation, { ...query, after: next }, today);
    contacts.push(...page.contacts);
    ({ next } = page);
  }
  const items =
    documents === 'true' ? everyItem(db, organisation, query, today) : new Map<string, AgedItemResponse[]>();
  const ages = keysOf(AGES);
  const nothingAsEmpty = (amount: string): string => (Number(amount) === 0 ? '' : amount);
  const rows: ReportRow[] = [];
  const sums: number[] = [];
  for (const { number, name, ages: own, total } of contacts) {
    sums.push(rows.length);
    rows.push({ label: name, kind: 'item', figures: [...ages.map((age) => nothingAsEmpty(own[age])), total] });
    for (const item of items.get(number) ?? [])
      rows.push({
        label: documentLine(item),
        kind: 'item',
        isOfItem: true,
        figures: [...ages.map((age) => (age === item.age ? item.open : '')), ''],
      });
  }
  const isReceivable = query.ledger === 'receivables';
  const { baseCurrency: currency } = organisation;
  return [
    {
      organisation: organisation.name,
      title: isReceivable ? 'Aged receivables' : 'Aged payables',
      dateLine: `${isReceivable ? 'owed by customers' : 'owed to suppliers'}, as at ${longDate(parseCivilDate(first.asAt))}`,
      currency,
      columns: [...ages.map((age) => AGES[age]), 'Total'],
      hasTotals: true,
      rows: [
        ...rows,
        { label: 'Total', kind: 'end', figures: [...ages.map((age) => first.ages[age]), first.total], adds: sums },
      ],
      notes: [`The control account stands at ${printedAmount(first.control, currency)}.`],
    },
  ];
}

/** The open documents of each contact, by its number. */
function everyItem(
  db: Db,
  organisation: Organisation,
  query: Pick<PrintedAgedBalancesQuery, 'ledger' | 'asAt'>,
  today: CivilDate,
): Map<string, AgedItemResponse[]> {
  const items = new Map<string, AgedItemResponse[]>();
  for (let after: string | undefined, isEnd = false; !isEnd;) {
    const page = openItemsReport(db, organisation, { ...query, ...(after && { after }) }, today);
    for (const { number, items: own } of page.contacts) items.set(number, [...(items.get(number) ?? []), ...own]);
    after = page.next ?? undefined;
    isEnd = page.next === null;
  }
  return items;
}

function documentLine({ document, ownNumber, date, dueDate, daysOverdue }: AgedItemResponse): string {
  const day = (text: string): string => shortDate(parseCivilDate(text));
  return [
    ...(document ? [document] : []),
    ...(ownNumber ? [`ours ${ownNumber}`] : []),
    `of ${day(date)}`,
    `due ${day(dueDate)}`,
    ...(daysOverdue > 0 ? [`${daysOverdue} ${daysOverdue === 1 ? 'day' : 'days'} over`] : []),
  ].join(', ');
}

/** Aged balances as a PDF. */
export const printedAged = definePrintedReport('printedAged', agedTables);

/** Aged balances as a workbook. */
export const agedWorkbook = defineReportWorkbook('agedWorkbook', agedTables);
