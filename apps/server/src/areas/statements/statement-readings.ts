import { defineReport } from '../../platform/threads/report.js';
import { arrangedStatementsReport, arrangementReport } from './arranged-statements-report.js';
import { accountChangeReport } from './account-change-report.js';
import { cashFlowReport } from './cash-flow-report.js';
import { chartsReport } from './charts-report.js';
import { notesReport } from './notes-report.js';
import { figureLinesReport } from './figure-lines-report.js';
import { figureReport } from './figure-report.js';
import { balanceSheetReport, equityStatementReport, incomeStatementReport } from './statement-reports.js';

/** The income statement of a span. */
export const incomeStatement = defineReport('incomeStatement', incomeStatementReport, { isOfBooksAlone: true });

/** The statement of changes in equity over a span. */
export const equityStatement = defineReport('equityStatement', equityStatementReport, { isOfBooksAlone: true });

/** The balance sheet at a date. */
export const balanceSheet = defineReport('balanceSheet', balanceSheetReport, { isOfBooksAlone: true });

/** The cash-flow statement of a span. */
export const cashFlowStatement = defineReport('cashFlowStatement', cashFlowReport, { isOfBooksAlone: true });

/** The charts of some days. */
export const charts = defineReport('charts', chartsReport, { isOfBooksAlone: true });

/** The notes to the statements of some days. */
export const notes = defineReport('notes', notesReport, { isOfBooksAlone: true });

/** How the statements are arranged. */
export const arrangement = defineReport('arrangement', arrangementReport, { isOfBooksAlone: true });

/** The statements as an arrangement would draw them. */
export const arrangedStatements = defineReport('arrangedStatements', arrangedStatementsReport);

/** Why the figure of an account is another than before. */
export const accountChange = defineReport('accountChange', accountChangeReport);

/** What a figure of a statement is made of. */
export const figure = defineReport('figure', figureReport, { isOfBooksAlone: true });

/** The lines of an account that a figure is made of. */
export const figureLines = defineReport('figureLines', figureLinesReport, { isOfBooksAlone: true });
