import { MOST_PRINTED } from '@just-ledger/contract';
import { type CivilDate, STATEMENT_WORDS } from '@just-ledger/core';
import { and, count, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry, line, taxCode } from '../../platform/database/schema.js';
import { paperOfTable, type ReportTable } from '../../platform/files/report-table.js';
import { writeCsv } from '../../platform/files/csv.js';
import type { Paper } from '../../platform/files/write-papers-pdf.js';
import { ledgerPaper } from '../account-ledger/ledger-files.js';
import { LEDGER_FILE_AMOUNTS, ledgerFileRows, wholeLedger } from '../account-ledger/ledger-rows.js';
import { loadChart } from '../accounts/account-store.js';
import { ENTRY_FILE_AMOUNTS, entryFileRows } from '../journal/entry-file-rows.js';
import { journalPaper } from '../journal/journal-files.js';
import { journalRows } from '../journal/journal-page.js';
import { agedTables } from '../open-items/aged-files.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { statementFiles } from '../statements/statement-files.js';
import { taxTables } from '../tax-report/tax-files.js';
import { trialBalanceTables, worksheetTables } from '../trial-balance/trial-balance-files.js';
import type { AuditedYear } from './audited-year.js';

/** A report of the auditor's file: how it is printed, and its figures as CSV by the name of their file. */
export interface AuditedReport {
  readonly name: string;
  /** None where it is too long for paper. */
  readonly papers: readonly Paper[];
  readonly csv: Readonly<Record<string, string>>;
  readonly signedBy?: readonly string[];
  readonly signedUnder?: number;
}

/** What the reports are drawn of. */
export interface Audited {
  readonly db: Db;
  readonly organisation: Organisation;
  readonly year: AuditedYear;
  readonly today: CivilDate;
}

/** The reports of a year, one after the other as they are asked for. */
export function* auditedReports(audited: Audited): Generator<AuditedReport> {
  const { db, organisation, year, today } = audited;
  const asAt = year.to;
  yield statements(audited);
  yield tables('trial-balance', trialBalanceTables(db, organisation, { asAt, stage: 'adjusted' }, today));
  yield tables('worksheet', worksheetTables(db, organisation, { asAt }, today));
  for (const ledger of ['receivables', 'payables'] as const)
    yield tables(ledger, agedTables(db, organisation, { ledger, asAt, documents: 'true' }, today));
  if (hasTaxes(audited)) yield tables('tax', taxTables(db, organisation, spanOf(year), today));
  yield journal(audited);
  yield ledgers(audited);
}

/** Whether the books know of taxes. */
export function hasTaxes({ db, organisation }: Pick<Audited, 'db' | 'organisation'>): boolean {
  const sql = eq(taxCode.organisation, organisation.id);
  return db.select({ id: taxCode.id }).from(taxCode).where(sql).limit(1).get() !== undefined;
}

/** What is too long for paper. */
export function unprinted({ db, organisation, year }: Audited): string[] {
  const isLong = entriesOf(db, organisation.id, year.label) > MOST_PRINTED;
  return [
    ...(isLong ? ['journal'] : []),
    ...(hasMoreLines(db, organisation.id, year.label, MOST_PRINTED) ? ['ledgers'] : []),
  ];
}

/** How many entries a year has. */
export function entriesOf(db: Db, organisation: number, year: string): number {
  const ofYear = and(eq(entry.organisation, organisation), eq(entry.year, year));
  return db.select({ count: count() }).from(entry).where(ofYear).get()?.count ?? 0;
}

/** Whether the entries of a year have more lines than some: no more of them are counted. */
function hasMoreLines(db: Db, organisation: number, year: string, most: number): boolean {
  const lines = db
    .select({ place: line.place })
    .from(entry)
    .innerJoin(line, and(eq(line.organisation, entry.organisation), eq(line.entry, entry.place)))
    .where(and(eq(entry.organisation, organisation), eq(entry.year, year)))
    .limit(1)
    .offset(most);
  return lines.get() !== undefined;
}

function spanOf({ from, last }: AuditedYear): { from: CivilDate; to: CivilDate } {
  return { from, to: last };
}

/** The four statements with the notes, beside the year before where these books have one. */
function statements({ db, organisation, year, today }: Audited): AuditedReport {
  const isFirst = year.from <= organisation.calendar.firstDay;
  const {
    statements: drawn,
    notes,
    csv,
  } = statementFiles(db, {
    organisation,
    today,
    query: { from: year.from, to: year.to, notes: 'true', ...(!isFirst && { columns: 'years:1' }) },
  });
  return {
    name: 'statements',
    papers: [...drawn, ...notes],
    csv,
    signedBy: STATEMENT_WORDS[organisation.kind].signedBy,
    signedUnder: drawn.length - 1,
  };
}

/** A report that is tables, each of them with a heading of its own in one CSV file. */
function tables(name: string, all: readonly ReportTable[]): AuditedReport {
  const rows = all.flatMap(({ title, columns, rows: own }) =>
    own.map(({ code = '', label, kind, figures }) => [
      title,
      kind,
      code,
      label,
      ...columns.map((_, index) => figures[index] ?? ''),
    ]),
  );
  const heads = all[0]?.columns.map((head, index) => `${index + 1} ${head}`) ?? [];
  return {
    name,
    papers: all.map(paperOfTable),
    csv: { [name]: writeCsv(['table', 'kind', 'code', 'label', ...heads], rows, heads) },
  };
}

function journal(audited: Audited): AuditedReport {
  const { db, organisation, year } = audited;
  const [header = [], ...rows] = entryFileRows(db, organisation, journalRows(db, organisation, spanOf(year)));
  const isPrinted = !unprinted(audited).includes('journal');
  return {
    name: 'journal',
    papers: isPrinted ? [journalPaper(db, organisation, spanOf(year))] : [],
    csv: { journal: writeCsv(header, rows, ENTRY_FILE_AMOUNTS) },
  };
}

/** The ledger of each account that has something on it. */
function ledgers(audited: Audited): AuditedReport {
  const { db, organisation, year, today } = audited;
  const isPrinted = !unprinted(audited).includes('ledgers');
  const papers: Paper[] = [];
  const rows: string[][] = [];
  for (const { number, name } of loadChart(db, organisation.id).accounts) {
    const query = { ...spanOf(year), account: number };
    const ledger = wholeLedger(db, organisation, query, today);
    if (ledger.rows.length === 0 && Number(ledger.broughtForward) === 0) continue;
    // in one file the columns of another currency stand empty where an account is kept in none
    for (const row of ledgerFileRows(ledger).slice(1))
      rows.push([number, name, ...row, ...Array(10 - row.length).fill('')]);
    if (isPrinted) papers.push(ledgerPaper(db, { organisation, today, query }));
  }
  const columns = [...LEDGER_COLUMNS];
  return { name: 'ledgers', papers, csv: { ledgers: writeCsv(columns, rows, LEDGER_FILE_AMOUNTS) } };
}

const LEDGER_COLUMNS = [
  'account',
  'name',
  'date',
  'entry',
  'explanation',
  'note',
  'debit',
  'credit',
  'balance',
  'currency',
  'foreign_amount',
  'foreign_balance',
];
