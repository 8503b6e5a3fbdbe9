import type { Readable } from 'node:stream';
import {
  AccountChangeQuery,
  type AccountChangeResponse,
  BalanceSheetQuery,
  FigureLinesQuery,
  FigureQuery,
  IncomeStatementQuery,
  PrintedStatementsQuery,
  SpanQuery,
} from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import { CSV, JSON_TEXT, PDF, XLSX } from '../../platform/files/file-types.js';
import { sent } from '../../platform/files/sent.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Printer, Reader, Readers } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { printedStatements, statementsWorkbook } from './statement-files.js';
import {
  accountChange,
  balanceSheet,
  cashFlowStatement,
  equityStatement,
  figure,
  figureLines,
  incomeStatement,
} from './statement-readings.js';
import { statementCsv } from './statement-answers.js';
import { equityCsv } from './statement-reports.js';

/** The statements, each carrying figures of the one before. */
@Controller('api/organisations/:organisation/reports')
export class StatementsController {
  constructor(
    private readonly readers: Readers,
    private readonly reader: Reader,
    private readonly printer: Printer,
  ) {}

  @Get('income-statement')
  @Header('content-type', JSON_TEXT)
  incomeStatement(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: IncomeStatementQuery,
  ): Promise<Readable> {
    return this.readers.wholeReport(incomeStatement, organisation, query);
  }

  @Get('income-statement.csv')
  @Header('content-type', CSV)
  async incomeStatementCsv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: IncomeStatementQuery,
  ): Promise<string> {
    return statementCsv(await this.readers.report(incomeStatement, organisation, query));
  }

  @Get('equity-statement')
  @Header('content-type', JSON_TEXT)
  equityStatement(@CurrentOrganisation() organisation: Organisation, @Query() query: SpanQuery): Promise<Readable> {
    return this.readers.wholeReport(equityStatement, organisation, query);
  }

  @Get('equity-statement.csv')
  @Header('content-type', CSV)
  async equityStatementCsv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: SpanQuery,
  ): Promise<string> {
    return equityCsv(await this.readers.report(equityStatement, organisation, query));
  }

  @Get('balance-sheet')
  @Header('content-type', JSON_TEXT)
  balanceSheet(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: BalanceSheetQuery,
  ): Promise<Readable> {
    return this.readers.wholeReport(balanceSheet, organisation, query);
  }

  @Get('balance-sheet.csv')
  @Header('content-type', CSV)
  async balanceSheetCsv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: BalanceSheetQuery,
  ): Promise<string> {
    return statementCsv(await this.readers.report(balanceSheet, organisation, query));
  }

  /** Several as one document. */
  @Get('statements.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="statements.pdf"')
  async printed(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedStatementsQuery,
  ): Promise<Readable> {
    const today = this.reader.clock.today(organisation.timeZone);
    return sent(await this.printer.run(printedStatements, { organisation, query, today }));
  }

  /** Several as one workbook. */
  @Get('statements.xlsx')
  @Header('content-type', XLSX)
  @Header('content-disposition', 'attachment; filename="statements.xlsx"')
  async workbook(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedStatementsQuery,
  ): Promise<Readable> {
    const today = this.reader.clock.today(organisation.timeZone);
    return sent(await this.printer.run(statementsWorkbook, { organisation, query, today }));
  }

  @Get('income-statement.pdf')
  @Header('content-type', PDF)
  incomeStatementPdf(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: IncomeStatementQuery,
  ): Promise<Readable> {
    return this.printed(organisation, { form: 'single-step', ...query, statements: 'income-statement' });
  }

  @Get('income-statement.xlsx')
  @Header('content-type', XLSX)
  incomeStatementWorkbook(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: IncomeStatementQuery,
  ): Promise<Readable> {
    return this.workbook(organisation, { form: 'single-step', ...query, statements: 'income-statement' });
  }

  @Get('equity-statement.pdf')
  @Header('content-type', PDF)
  equityStatementPdf(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: SpanQuery,
  ): Promise<Readable> {
    return this.printed(organisation, { ...query, statements: 'equity-statement' });
  }

  @Get('equity-statement.xlsx')
  @Header('content-type', XLSX)
  equityStatementWorkbook(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: SpanQuery,
  ): Promise<Readable> {
    return this.workbook(organisation, { ...query, statements: 'equity-statement' });
  }

  @Get('balance-sheet.pdf')
  @Header('content-type', PDF)
  balanceSheetPdf(
    @CurrentOrganisation() organisation: Organisation,
    @Query() { asAt, ...query }: BalanceSheetQuery,
  ): Promise<Readable> {
    return this.printed(organisation, { ...query, ...(asAt && { to: asAt }), statements: 'balance-sheet' });
  }

  @Get('balance-sheet.xlsx')
  @Header('content-type', XLSX)
  balanceSheetWorkbook(
    @CurrentOrganisation() organisation: Organisation,
    @Query() { asAt, ...query }: BalanceSheetQuery,
  ): Promise<Readable> {
    return this.workbook(organisation, { ...query, ...(asAt && { to: asAt }), statements: 'balance-sheet' });
  }

  @Get('cash-flow-statement.pdf')
  @Header('content-type', PDF)
  cashFlowStatementPdf(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: SpanQuery,
  ): Promise<Readable> {
    return this.printed(organisation, { ...query, statements: 'cash-flow-statement' });
  }

  @Get('cash-flow-statement.xlsx')
  @Header('content-type', XLSX)
  cashFlowStatementWorkbook(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: SpanQuery,
  ): Promise<Readable> {
    return this.workbook(organisation, { ...query, statements: 'cash-flow-statement' });
  }

  /** Why the figure of an account is another than before. */
  @Get('account-change')
  accountChange(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: AccountChangeQuery,
  ): Promise<AccountChangeResponse> {
    return this.readers.report(accountChange, organisation, query);
  }

  /** Where a figure comes from. */
  @Get('figure')
  @Header('content-type', JSON_TEXT)
  figure(@CurrentOrganisation() organisation: Organisation, @Query() query: FigureQuery): Promise<Readable> {
    return this.readers.wholeReport(figure, organisation, query);
  }

  /** The lines of an account that a figure is made of. */
  @Get('figure-lines')
  @Header('content-type', JSON_TEXT)
  figureLines(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: FigureLinesQuery,
  ): Promise<Readable> {
    return this.readers.wholeReport(figureLines, organisation, query);
  }

  @Get('cash-flow-statement')
  @Header('content-type', JSON_TEXT)
  cashFlowStatement(@CurrentOrganisation() organisation: Organisation, @Query() query: SpanQuery): Promise<Readable> {
    return this.readers.wholeReport(cashFlowStatement, organisation, query);
  }

  @Get('cash-flow-statement.csv')
  @Header('content-type', CSV)
  async cashFlowStatementCsv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: SpanQuery,
  ): Promise<string> {
    return statementCsv(await this.readers.report(cashFlowStatement, organisation, query));
  }
}
