import type { ChartResponse, ChartsQuery, PrintedChartsQuery } from '@just-ledger/contract';
import { type CivilDate, type CurrencyCode, longDate, parseAmount } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import type { PaperChart } from '../../platform/files/draw-chart.js';
import { printedAmount } from '../../platform/files/printed-amount.js';
import type { PaperPiece, PaperRow, StatementPaper } from '../../platform/files/statement-pages.js';
import { writePapersPdf } from '../../platform/files/write-papers-pdf.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { defineFileTask } from '../../platform/threads/task.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { printedFoot } from '../periods/printed-foot.js';
import { chartsReport } from './charts-report.js';

/** The charts of some days as they are printed, each with its figures under it. */
export function chartsPaper(
  db: Db,
  organisation: Organisation,
  query: ChartsQuery,
  today: CivilDate,
): StatementPaper {
  const { charts, currency } = chartsReport(db, organisation, query, today);
  return {
    organisation: organisation.name,
    title: 'Charts',
    dateLine: `up to ${longDate(reportSpan(query, organisation, today).to)}`,
    columns: [],
    rows: [],
    notes: charts.length === 0 ? ['Nothing is posted in these days, so there is nothing to draw.'] : [],
    pieces: charts.map((chart): PaperPiece => ({
      heading: chart.title,
      about: chart.dateLine,
      paragraphs: [],
      chart: paperChart(chart, currency),
      columns: chart.shape === 'parts' ? [...chart.names, 'Share'] : chart.names,
      rows: chart.points.map(({ label, amounts, share }): PaperRow => {
        const texts = amounts.map((amount) => printedAmount(amount, currency));
        const shares = chart.shape === 'parts' ? [shareText(share)] : [];
        return { label, kind: 'item', figures: [...texts, ...shares].map((text) => ({ text, rule: '' })) };
      }),
    })),
  };
}

/** The charts of some days as a PDF. */
export const printedCharts = defineFileTask(
  'printedCharts',
  (db: Db, { organisation, query, today }: ReportQuestion<Organisation, PrintedChartsQuery>) => {
    const { size = 'a4', ...days } = query;
    const [paper, foot] = atOneMoment(
      db,
      () => [chartsPaper(db, organisation, days, today), printedFoot(db, organisation, today)] as const,
    );
    const title = `${organisation.name}, ${paper.title}, ${paper.dateLine}`;
    return writePapersPdf({ title, papers: [paper], foot, size });
  },
);

function paperChart({ title, dateLine, shape, names, points }: ChartResponse, currency: CurrencyCode): PaperChart {
  return {
    alt: `${title}, ${dateLine}: the figures stand in the table below.`,
    shape,
    names,
    points: points.map(({ label, amounts, share }) => ({
      label,
      amounts: amounts.map((amount) => (amount === null ? null : parseAmount(amount, currency))),
      said: shareText(share),
    })),
    currency,
  };
}

function shareText(share: string | null | undefined): string {
  return share ? `${share}\u00a0%` : '';
}
