import { entryNumber, formatAmount, minor, type Proof } from '@just-ledger/core';
import { readFileSync } from 'node:fs';
import { type Db, openForReading } from '../../platform/database/connection.js';
import { writeCsv } from '../../platform/files/csv.js';
import { keptFilePath, wrongWithKeptFile } from '../../platform/files/kept-files.js';
import { writePapersPdf } from '../../platform/files/write-papers-pdf.js';
import { type WrittenZip, ZipWriter } from '../../platform/files/write-zip.js';
import { defineFileTask } from '../../platform/threads/task.js';
import { begunWith } from '../../platform/threads/thread-data.js';
import { loadChart } from '../accounts/account-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { chainEnd, closedYears } from '../periods/period-store.js';
import { printedFoot } from '../periods/printed-foot.js';
import { checkWhole, proofsAt } from '../proofs/proof-readings.js';
import { ACCOUNT_COLUMNS, accountRows, chainOfSeals, contactRows, sealedEntries } from './audited-entries.js';
import { auditedPapers, type AuditedPaper, filesOf } from './audited-papers.js';
import {
  type Audited,
  type AuditedReport,
  auditedReports,
  entriesOf,
  hasTaxes,
  unprinted,
} from './audited-reports.js';
import { howToVerify } from './how-to-verify.js';
import { CHANGE_COLUMNS, changeRows, SEAL_COLUMNS, sealRows, TRAIL_COLUMNS, trailRows } from './sealed-events.js';

/** Which year of which books. */
export interface AuditorsFileQuestion extends Omit<Audited, 'db'> {
  /** UTC moment. */
  readonly writtenAt: string;
  readonly size: 'a4' | 'letter';
}

/**
 * Writes everything that an auditor needs of a year as one ZIP file, as the books stand at one moment. It is drawn over
 * a connection of its own: printing takes longer than a transaction of others may be held.
 *
 * @throws {Refusal} 422 if it comes to more than a ZIP file holds; nothing is left then
 */
export const writeAuditorsFile = defineFileTask(
  'writeAuditorsFile',
  async (_: Db, asked: AuditorsFileQuestion): Promise<WrittenZip> => {
    const { folder } = begunWith();
    const db = openForReading(folder);
    const zip = new ZipWriter(folder, asked.writtenAt, 'An auditor’s file');
    try {
      db.$client.exec('BEGIN');
      await fill(zip, folder, { ...asked, db });
      return zip.end();
    } catch (error) {
      zip.giveUp();
      throw error;
    } finally {
      db.$client.close();
    }
  },
);

async function fill(writer: ZipWriter, folder: string, audited: Audited & AuditorsFileQuestion): Promise<void> {
  const { db, organisation, year } = audited;
  const sums: string[] = [];
  const noted = (name: string, { sha256 }: { readonly sha256: string }): void => void sums.push(`${sha256}  ${name}`);
  const text = (name: string, content: string): void => noted(name, writer.addText(name, content));
  const lines = (name: string, content: Iterable<string>): void => noted(name, writer.addLines(name, content));
  const csv = (name: string, columns: readonly string[], rows: readonly string[][], amounts?: string[]): void =>
    text(name, writeCsv(columns, rows, amounts));

  const papers = auditedPapers(db, organisation.id, year.label);
  const wrong = new Map(
    filesOf(papers).flatMap(({ sha256 }) => {
      const what = wrongWithKeptFile(folder, sha256);
      return what ? [[sha256, what] as const] : [];
    }),
  );
  const proofs = [
    ...proofsAt(db, { organisation: organisation.id, asAt: year.to }),
    ...checkWhole(db, { organisation: organisation.id }).proofs,
  ];
  const { entries: chain, seal: lastSeal } = chainEnd(db, organisation.id);
  text(
    'how-to-verify.txt',
    howToVerify({
      organisation: organisation.name,
      year: year.name,
      from: year.from,
      to: year.last,
      isClosed: closedYears(db, organisation.id).has(year.label),
      writtenAt: audited.writtenAt,
      entries: entriesOf(db, organisation.id, year.label),
      chain,
      lastSeal,
      failing: proofs.filter(({ holds }) => !holds).map(({ label }) => label),
      missing: wrong.size,
      unprinted: unprinted(audited),
      hasTax: hasTaxes(audited),
    }),
  );
  for (const report of auditedReports(audited)) {
    for (const [name, content] of Object.entries(report.csv)) text(`reports/${name}.csv`, content);
    if (report.papers.length > 0)
      noted(
        `reports/${report.name}.pdf`,
        writer.addPacked(`reports/${report.name}.pdf`, await printed(report, audited)),
      );
  }
  lines('entries.jsonl', sealedEntries(db, organisation.id, year.label));
  lines('chain.csv', chainOfSeals(db, organisation.id));
  csv('accounts.csv', ACCOUNT_COLUMNS, accountRows(loadChart(db, organisation.id)));
  csv('contacts.csv', ['id', 'name'], contactRows(db, organisation.id));
  csv(
    'papers.csv',
    PAPER_COLUMNS,
    papers.map((paper) => paperRow(paper, wrong)),
  );
  for (const paper of filesOf(papers)) {
    if (wrong.has(paper.sha256)) continue;
    const bytes = readFileSync(keptFilePath(folder, paper.sha256));
    noted(pathOf(paper), writer.addPacked(pathOf(paper), bytes, paper.receivedAt));
  }
  csv(
    'proofs.csv',
    PROOF_COLUMNS,
    proofs.map((proof) => proofRow(proof, organisation)),
    ['left', 'right', 'difference'],
  );
  csv('seals.csv', SEAL_COLUMNS, sealRows(db, organisation.id));
  csv('changes.csv', CHANGE_COLUMNS, changeRows(db, organisation.id));
  lines('trail.csv', csvLines(TRAIL_COLUMNS, trailRows(db, organisation.id)));
  writer.addText('SHA256SUMS', `${sums.join('\n')}\n`);
}

function printed(
  report: AuditedReport,
  { db, organisation, today, size }: Audited & AuditorsFileQuestion,
): Promise<Uint8Array> {
  const [first] = report.papers;
  return writePapersPdf({
    title: [organisation.name, first?.title, first?.dateLine].filter(Boolean).join(', '),
    papers: report.papers,
    foot: printedFoot(db, organisation, today),
    size,
    ...(report.signedBy && { signedBy: report.signedBy }),
    ...(report.signedUnder !== undefined && { signedUnder: report.signedUnder }),
  });
}

/** Where the file of a paper stands. */
function pathOf({ sha256, type }: AuditedPaper): string {
  return `papers/${sha256}.${type}`;
}

const PAPER_COLUMNS = ['entry', 'line', 'file', 'name', 'bytes', 'sha256', 'received', 'state'];

function paperRow(paper: AuditedPaper, wrong: ReadonlyMap<string, string>): string[] {
  const { year, number, line, name, bytes, sha256, receivedAt } = paper;
  const state = wrong.get(sha256);
  const file = state ? '' : pathOf(paper);
  return [entryNumber(year, number), String(line), file, name, String(bytes), sha256, receivedAt, state ?? 'there'];
}

const PROOF_COLUMNS = [
  'proof',
  'left_label',
  'left',
  'right_label',
  'right',
  'difference',
  'unit',
  'holds',
  'remark',
];

function proofRow(proof: Proof, { baseCurrency }: Organisation): string[] {
  const { label, leftLabel, left, rightLabel, right, difference, unit, holds, remark = '' } = proof;
  const written = (figure: number): string =>
    unit === 'amount' ? formatAmount(minor(figure), baseCurrency) : String(figure);
  return [
    label,
    leftLabel,
    written(left),
    rightLabel,
    written(right),
    written(difference),
    unit,
    holds ? 'yes' : 'no',
    remark,
  ];
}

/** So many rows are written at a time. */
const ROWS = 1_000;

/** Rows as the lines of a CSV file, each ended as such a file ends them. */
function* csvLines(columns: readonly string[], rows: Iterable<string[]>): Generator<string> {
  const written = (some: readonly string[][]): string[] => writeCsv(columns, some).trimEnd().split('\r\n');
  yield `${columns.join(',')}\r`;
  let waiting: string[][] = [];
  for (const row of rows) {
    waiting.push(row);
    if (waiting.length < ROWS) continue;
    yield `${written(waiting).slice(1).join('\r\n')}\r`;
    waiting = [];
  }
  if (waiting.length > 0) yield `${written(waiting).slice(1).join('\r\n')}\r`;
}
