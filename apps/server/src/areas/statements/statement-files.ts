import {
  type BalanceSheetResponse,
  type CashFlowResponse,
  type EquityStatementResponse,
  type IncomeStatementResponse,
  type NotesResponse,
  type PrintedStatementsQuery,
  STATEMENTS,
  type StatementKey,
} from '@just-ledger/contract';
import { problem, STATEMENT_WORDS } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import { writeSheets } from '../../platform/files/write-sheets.js';
import type { StatementPaper } from '../../platform/files/statement-pages.js';
import { writePapersPdf } from '../../platform/files/write-papers-pdf.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { defineFileTask } from '../../platform/threads/task.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { printedFoot } from '../periods/printed-foot.js';
import { cashFlowReport } from './cash-flow-report.js';
import { notesPaper, notesSheet, withNoteNumbers } from './note-papers.js';
import { notesReport } from './notes-report.js';
import { balanceSheetPaper, cashFlowPaper, equityPaper, incomePaper } from './statement-papers.js';
import { equitySheet, rowsSheet } from './statement-sheets.js';
import { statementCsv } from './statement-answers.js';
import { balanceSheetReport, equityCsv, equityStatementReport, incomeStatementReport } from './statement-reports.js';

/** Which statements are asked for as a file, of which books. */
export type StatementsQuestion = ReportQuestion<Organisation, PrintedStatementsQuery>;

/** Statements as one PDF, each on pages of its own, drawn of the books as they stand at one moment. */
export const printedStatements = defineFileTask('printedStatements', (db: Db, asked: StatementsQuestion) => {
  const { organisation, query, today } = asked;
  const [{ statements, notes }, foot] = atOneMoment(
    db,
    () => [statementPapers(db, asked), printedFoot(db, organisation, today)] as const,
  );
  return writePapersPdf({
    title: titleOf(organisation, statements),
    papers: [...statements, ...notes],
    signedUnder: statements.length - 1,
    foot,
    size: query.size ?? 'a4',
    signedBy: query.sign === 'true' ? STATEMENT_WORDS[organisation.kind].signedBy : [],
  });
});

/** Statements as they are printed, and the notes to them. */
export function statementPapers(
  db: Db,
  asked: StatementsQuestion,
): { readonly statements: readonly StatementPaper[]; readonly notes: readonly StatementPaper[] } {
  const { drawn, notes } = drawnStatements(db, asked);
  const statements = drawn.map((drawnStatement): StatementPaper => {
    switch (drawnStatement.key) {
      case 'income-statement':
        return incomePaper(drawnStatement.of);
      case 'equity-statement':
        return equityPaper(drawnStatement.of);
      case 'balance-sheet':
        return balanceSheetPaper(drawnStatement.of);
      case 'cash-flow-statement':
        return cashFlowPaper(drawnStatement.of);
      default:
        return drawnStatement satisfies never;
    }
  });
  return { statements, notes: notes ? [notesPaper(notes)] : [] };
}

/** Statements as they are printed, with the notes to them, and each of them as CSV. */
export function statementFiles(
  db: Db,
  asked: StatementsQuestion,
): ReturnType<typeof statementPapers> & { readonly csv: Readonly<Partial<Record<StatementKey, string>>> } {
  const { drawn } = drawnStatements(db, asked);
  const csv = Object.fromEntries(
    drawn.map((drawnStatement) => [
      drawnStatement.key,
      drawnStatement.key === 'equity-statement' ? equityCsv(drawnStatement.of) : statementCsv(drawnStatement.of),
    ]),
  );
  return { ...statementPapers(db, asked), csv };
}

/** Statements as one workbook, a sheet each, their sums and what one carries to the next as live formulas. */
export const statementsWorkbook = defineFileTask('statementsWorkbook', (db: Db, asked: StatementsQuestion) => {
  const { drawn, notes } = atOneMoment(db, () => drawnStatements(db, asked));
  const carried = new Map<string, string>();
  const sheets = drawn.map((drawnStatement) => {
    const { sheet, carried: further } =
      drawnStatement.key === 'equity-statement'
        ? equitySheet(drawnStatement.of, carried)
        : rowsSheet(drawnStatement.key, drawnStatement.of, carried);
    for (const [name, cell] of further) if (!carried.has(name)) carried.set(name, cell);
    return sheet;
  });
  return writeSheets(
    titleOf(
      asked.organisation,
      drawn.map(({ of }) => of),
    ),
    notes ? [...sheets, notesSheet(notes)] : sheets,
  );
});

type DrawnStatement =
  | { readonly key: 'income-statement'; readonly of: IncomeStatementResponse }
  | { readonly key: 'equity-statement'; readonly of: EquityStatementResponse }
  | { readonly key: 'balance-sheet'; readonly of: BalanceSheetResponse }
  | { readonly key: 'cash-flow-statement'; readonly of: CashFlowResponse };

/** The statements that are asked for, in the order of the chain, and the notes to them if there are any. */
function drawnStatements(
  db: Db,
  { organisation, query, today }: StatementsQuestion,
): { readonly drawn: readonly DrawnStatement[]; readonly notes: NotesResponse | undefined } {
  const { statements, form = 'multi-step', size: _size, sign: _sign, notes: asksNotes, ...asked } = query;
  const { from, to, asKnownOn } = asked;
  const days = { ...(from && { from }), ...(to && { to }), ...(asKnownOn && { asKnownOn }), form };
  const all = asksNotes === 'true' ? notesReport(db, organisation, days, today) : undefined;
  const notes = all && all.notes.length > 0 ? all : undefined;
  const noted = <Of extends Parameters<typeof withNoteNumbers>[1]>(key: StatementKey, statement: Of): Of =>
    withNoteNumbers(key, statement, notes?.notes ?? []);
  const drawn = statementsAsked(statements).map((key): DrawnStatement => {
    switch (key) {
      case 'income-statement':
        return { key, of: noted(key, incomeStatementReport(db, organisation, { ...asked, form }, today)) };
      case 'equity-statement':
        return { key, of: noted(key, equityStatementReport(db, organisation, asked, today)) };
      case 'balance-sheet': {
        const { to: asAt, ...more } = asked;
        return {
          key,
          of: noted(key, balanceSheetReport(db, organisation, { ...more, ...(asAt && { asAt }) }, today)),
        };
      }
      case 'cash-flow-statement':
        return { key, of: noted(key, cashFlowReport(db, organisation, asked, today)) };
      default:
        return key satisfies never;
    }
  });
  return { drawn, notes };
}

function titleOf(
  { name }: Organisation,
  statements: readonly { readonly title: string; readonly dateLine: string }[],
): string {
  const [first] = statements;
  return `${name}, ${statements.length === 1 && first ? first.title : 'Statements'}, ${first?.dateLine ?? ''}`;
}

/** The statements that are asked for, in the order of the chain; all where none is named. @throws {Refusal} 422 */
function statementsAsked(text: string | undefined): readonly StatementKey[] {
  if (!text) return STATEMENTS;
  const named = text.split(',');
  const unknown = named.find((key) => !STATEMENTS.some((statement) => statement === key));
  if (unknown !== undefined) {
    const message = `The statements are ${STATEMENTS.join(', ')}.`;
    throw new Refusal(422, [problem('statement-unknown', 'statements', message)]);
  }
  return STATEMENTS.filter((key) => named.includes(key));
}
