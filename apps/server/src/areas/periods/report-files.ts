import type { CivilDate, PaperSize } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import { paperOfTable, type ReportTable, sheetOfTable } from '../../platform/files/report-table.js';
import { writeSheets } from '../../platform/files/write-sheets.js';
import { writePapersPdf } from '../../platform/files/write-papers-pdf.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { defineFileTask, type FileTask } from '../../platform/threads/task.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { printedFoot } from './printed-foot.js';

/** What tables a report has, of books as they stand at one moment. */
export type TablesOf<Query> = (
  db: Db,
  organisation: Organisation,
  query: Query,
  today: CivilDate,
) => readonly ReportTable[];

type Question<Query> = ReportQuestion<Organisation, Query>;

/** A report as a PDF, each table on pages of its own. */
export function definePrintedReport<Query extends { readonly size?: PaperSize }>(
  name: string,
  tablesOf: TablesOf<Query>,
): FileTask<Question<Query>, Promise<Uint8Array>> {
  return defineFileTask(name, (db: Db, { organisation, query, today }: Question<Query>) => {
    const [tables, foot] = atOneMoment(
      db,
      () => [tablesOf(db, organisation, query, today), printedFoot(db, organisation, today)] as const,
    );
    return writePapersPdf({
      title: titleOf(organisation, tables),
      papers: tables.map(paperOfTable),
      foot,
      size: query.size ?? 'a4',
    });
  });
}

/** A report as a workbook, each table a sheet. */
export function defineReportWorkbook<Query>(
  name: string,
  tablesOf: TablesOf<Query>,
): FileTask<Question<Query>, Promise<Uint8Array>> {
  return defineFileTask(name, (db: Db, { organisation, query, today }: Question<Query>) => {
    const tables = atOneMoment(db, () => tablesOf(db, organisation, query, today));
    return writeSheets(
      titleOf(organisation, tables),
      tables.map((table) => sheetOfTable(table, sheetName(table))),
    );
  });
}

/** A sheet has a name of up to 31 characters, some of which it does not take. */
function sheetName({ title }: ReportTable): string {
  return title.replaceAll(/[:\\/?*[\]]/g, ' ').slice(0, 31);
}

function titleOf({ name }: Organisation, [first]: readonly ReportTable[]): string {
  return first ? `${name}, ${first.title}, ${first.dateLine}` : name;
}
