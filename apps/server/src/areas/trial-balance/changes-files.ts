import type { PrintedChangesQuery } from '@just-ledger/contract';
import {
  type CivilDate,
  dayOf,
  formatAmount,
  isCivilDate,
  longDate,
  longMoment,
  parseAmount,
  parseCivilDate,
  shortDate,
  spanLine,
  sumOf,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { ReportRow, ReportTable } from '../../platform/files/report-table.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { definePrintedReport, defineReportWorkbook } from '../periods/report-files.js';
import { changesReport } from './changes-report.js';

/** What changed since a moment as tables: the accounts then and now, and the entries that were posted since. */
export function changesTables(
  db: Db,
  organisation: Organisation,
  { size: _, ...query }: PrintedChangesQuery,
  today: CivilDate,
): readonly ReportTable[] {
  const { from, to, since, rows, entries, count } = changesReport(db, organisation, query, today);
  const { baseCurrency: currency, calendar, name } = organisation;
  const when = isCivilDate(since) ? `the end of ${longDate(parseCivilDate(since))}` : longMoment(since);
  const heads = {
    organisation: name,
    dateLine: spanLine(calendar, parseCivilDate(from), parseCivilDate(to)),
    currency,
  };
  const total = (amounts: readonly string[]): string =>
    formatAmount(sumOf(amounts.map((amount) => parseAmount(amount, currency))), currency);
  const totals = (['then', 'now', 'change'] as const).map((side) => total(rows.map((row) => row[side])));
  const inAll = count > entries.length ? [`The first ${entries.length} of ${count} entries.`] : [];
  return [
    {
      ...heads,
      title: `Changed since ${when}`,
      columns: ['Then', 'Now', 'Change'],
      rows: [
        ...rows.map(({ account, name: label, then, now, change }): ReportRow => {
          return { code: account, label, kind: 'item', figures: [then, now, change] };
        }),
        ...(rows.length === 0
          ? []
          : [{ label: 'Total', kind: 'end' as const, figures: totals, adds: [...rows.keys()] }]),
      ],
      notes: [
        count === 0
          ? 'Nothing that is dated in these days was posted since: they are what they were.'
          : 'What the accounts received in these days; credits are in parentheses.',
      ],
    },
    ...(count === 0
      ? []
      : [
          {
            ...heads,
            title: 'Posted since',
            columns: ['Amount'],
            rows: entries.map(({ number, date, postedAt, by, explanation, amount }): ReportRow => {
              const posted = `posted on ${shortDate(dayOf(postedAt))}${by === '' ? '' : ` by ${by}`}`;
              const label = `${shortDate(parseCivilDate(date))}, ${explanation} (${posted})`;
              return { code: number, label, kind: 'item', figures: [amount] };
            }),
            notes: inAll,
          },
        ]),
  ];
}

/** What changed since a moment as a PDF. */
export const printedChanges = definePrintedReport('printedChanges', changesTables);

/** What changed since a moment as a workbook. */
export const changesWorkbook = defineReportWorkbook('changesWorkbook', changesTables);
