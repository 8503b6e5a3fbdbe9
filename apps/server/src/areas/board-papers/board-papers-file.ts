import type { PrintedQuery } from '@just-ledger/contract';
import { daysOfSpan, longDate, STATEMENT_WORDS } from '@just-ledger/core';
import { and, eq, inArray } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import { isRow } from '../../platform/database/next-id.js';
import { boardPapers, keptReport } from '../../platform/database/schema.js';
import { type Paper, writePapersPdf } from '../../platform/files/write-papers-pdf.js';
import { assertVersion, notFound, unprocessable } from '../../platform/problems/refusal.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { defineFileTask } from '../../platform/threads/task.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { chainEnd, closedYears } from '../periods/period-store.js';
import { printedFoot } from '../periods/printed-foot.js';
import { printedKeptReport } from './printed-kept-report.js';

/** Which board papers are printed. */
export type BoardPapersQuestion = ReportQuestion<Organisation, PrintedQuery & { readonly id: number }>;

/** Board papers to be issued, with the books that they are drawn of. */
export interface PapersToIssue {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly entries: number;
  readonly seal: string;
}

/** Board papers as one PDF, and how far the books are that it is drawn of. */
export const boardPapersToIssue = defineFileTask(
  'boardPapersToIssue',
  async (db: Db, asked: BoardPapersQuestion & { readonly version?: number | undefined }): Promise<PapersToIssue> => {
    const [drawn, end] = atOneMoment(
      db,
      () => [drawnPapers(db, asked, asked.version), chainEnd(db, asked.organisation.id)] as const,
    );
    return { name: drawn.row.name, bytes: await writePapers(asked, drawn), entries: end.entries, seal: end.seal };
  },
);

/** Board papers as one PDF: a cover, the contents, then each report with the days of today, all of the books at one moment. */
export const printedBoardPapers = defineFileTask('printedBoardPapers', (db: Db, asked: BoardPapersQuestion) => {
  return writePapers(
    asked,
    atOneMoment(db, () => drawnPapers(db, asked)),
  );
});

function writePapers(
  { organisation, today, query }: BoardPapersQuestion,
  { papers, foot, row, names, signedUnder }: ReturnType<typeof drawnPapers>,
): Promise<Uint8Array> {
  return writePapersPdf({
    title: `${organisation.name}, ${row.name}`,
    papers,
    foot,
    size: query.size ?? 'a4',
    signedBy: row.isSigned && signedUnder >= 0 ? STATEMENT_WORDS[organisation.kind].signedBy : [],
    signedUnder,
    front: {
      organisation: organisation.name,
      title: row.name,
      lines: [...row.subtitle.split('\n').filter((line) => line.trim() !== ''), longDate(today)],
      names,
    },
  });
}

function drawnPapers(db: Db, { organisation, query, today }: BoardPapersQuestion, version?: number) {
  const row = db
    .select()
    .from(boardPapers)
    .where(isRow(boardPapers, organisation.id, query.id))
    .get();
  if (!row) throw notFound('board papers');
  if (version !== undefined) assertVersion('board papers', version, row.version);
  const kept = db
    .select()
    .from(keptReport)
    .where(and(eq(keptReport.organisation, organisation.id), inArray(keptReport.id, row.reports)))
    .all();
  const closed = closedYears(db, organisation.id);
  const papers: Paper[] = [];
  const names = new Map<number, string>();
  let signedUnder = -1;
  for (const id of row.reports) {
    const keptReport = kept.find((report) => report.id === id);
    if (!keptReport) continue;
    const { span, firstDay, lastDay } = keptReport;
    const days = span ? daysOfSpan(span, organisation.calendar, today, closed) : undefined;
    const [from, to] = [days?.from ?? firstDay, days?.to ?? lastDay];
    if (!from || !to)
      throw unprocessable('report-without-days', '', `There are no such days yet for “${keptReport.name}”.`);
    const printed = printedKeptReport(keptReport, { db, organisation, today, days: { from, to } });
    names.set(papers.length, keptReport.name);
    if (printed.statements > 0) signedUnder = papers.length + printed.statements - 1;
    papers.push(...printed.papers);
  }
  if (papers.length === 0) throw unprocessable('papers-empty', '', 'There is no report in these papers yet.');
  return { row, papers, names, signedUnder, foot: printedFoot(db, organisation, today) };
}
