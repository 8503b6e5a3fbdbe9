import { type PrintedStatementsQuery, STATEMENTS, type StatementKey } from '@just-ledger/contract';
import { longDate, problem, STATEMENT_WORDS } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { type StatementPaper, writeStatementsPdf } from '../../platform/files/write-statements-pdf.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { defineFileTask } from '../../platform/threads/task.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { chainEnd } from '../periods/period-store.js';
import { cashFlowReport } from './cash-flow-report.js';
import { balanceSheetPaper, cashFlowPaper, equityPaper, incomePaper } from './statement-papers.js';
import { balanceSheetReport, equityStatementReport, incomeStatementReport } from './statement-reports.js';

/** Which statements are printed, of which books. */
export type StatementsQuestion = ReportQuestion<Organisation, PrintedStatementsQuery>;

/** Statements as one PDF, each on pages of its own, drawn of the books as they stand at one moment. */
export const printedStatements = defineFileTask(
  'printedStatements',
  (db: Db, { organisation, query, today }: StatementsQuestion) => {
    const { statements, paper: size = 'a4', sign, form, ...asked } = query;
    const keys = statementsAsked(statements);
    const [papers, end] = db.$client.transaction(() => {
      const draw: Readonly<Record<StatementKey, () => StatementPaper>> = {
        'income-statement': () =>
          incomePaper(incomeStatementReport(db, organisation, { ...asked, form: form ?? 'multi-step' }, today)),
        'equity-statement': () => equityPaper(equityStatementReport(db, organisation, asked, today)),
        'balance-sheet': () => {
          const { to: asAt, ...more } = asked;
          return balanceSheetPaper(balanceSheetReport(db, organisation, { ...more, ...(asAt && { asAt }) }, today));
        },
        'cash-flow-statement': () => cashFlowPaper(cashFlowReport(db, organisation, asked, today)),
      };
      return [keys.map((key) => draw[key]()), chainEnd(db, organisation.id)] as const;
    })();
    const [first] = papers;
    const seal =
      end.entries === 0 ? 'nothing posted yet' : `Seal ${end.seal.slice(0, 16).replaceAll(/(.{4})(?=.)/g, '$1 ')}`;
    return writeStatementsPdf({
      title: `${organisation.name}, ${papers.length === 1 && first ? first.title : 'Statements'}, ${first?.dateLine ?? ''}`,
      papers,
      foot: [seal, `Drawn on ${longDate(today)}`],
      size,
      signedBy: sign === 'true' ? STATEMENT_WORDS[organisation.kind].signedBy : [],
    });
  },
);

/** The statements that are asked for, in the order of the chain; all where none is named. @throws {Refusal} 422 */
function statementsAsked(text: string | undefined): readonly StatementKey[] {
  if (!text) return STATEMENTS;
  const named = text.split(',');
  const unknown = named.find((key) => !STATEMENTS.some((one) => one === key));
  if (unknown !== undefined) {
    const message = `The statements are ${STATEMENTS.join(', ')}.`;
    throw new Refusal(422, [problem('statement-unknown', 'statements', message)]);
  }
  return STATEMENTS.filter((key) => named.includes(key));
}
