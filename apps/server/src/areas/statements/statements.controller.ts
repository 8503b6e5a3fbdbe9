import {
  BalanceSheetQuery,
  type BalanceSheetResponse,
  type CashFlowResponse,
  type EquityStatementResponse,
  IncomeStatementQuery,
  type IncomeStatementResponse,
  SpanQuery,
} from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import { writeCsv } from '../../platform/files/csv.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Readers } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { balanceSheet, cashFlowStatement, equityStatement, incomeStatement } from './statement-readings.js';
import { statementFileColumns, statementFileRows } from './statement-answers.js';
import { equityFileColumns, equityRows } from './statement-reports.js';

const CSV = 'text/csv; charset=utf-8';

/** The statements, each carrying figures of the one before. */
@Controller('api/organisations/:organisation/reports')
export class StatementsController {
  constructor(private readonly readers: Readers) {}

  @Get('income-statement')
  incomeStatement(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: IncomeStatementQuery,
  ): Promise<IncomeStatementResponse> {
    return this.readers.report(incomeStatement, organisation, query);
  }

  @Get('income-statement.csv')
  @Header('content-type', CSV)
  async incomeStatementCsv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: IncomeStatementQuery,
  ): Promise<string> {
    return statementCsv(await this.incomeStatement(organisation, query));
  }

  @Get('equity-statement')
  equityStatement(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: SpanQuery,
  ): Promise<EquityStatementResponse> {
    return this.readers.report(equityStatement, organisation, query);
  }

  @Get('equity-statement.csv')
  @Header('content-type', CSV)
  async equityStatementCsv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: SpanQuery,
  ): Promise<string> {
    const statement = await this.equityStatement(organisation, query);
    return writeCsv(
      equityFileColumns(statement),
      equityRows(statement),
      statement.columns.map(({ key }) => key),
    );
  }

  @Get('balance-sheet')
  balanceSheet(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: BalanceSheetQuery,
  ): Promise<BalanceSheetResponse> {
    return this.readers.report(balanceSheet, organisation, query);
  }

  @Get('balance-sheet.csv')
  @Header('content-type', CSV)
  async balanceSheetCsv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: BalanceSheetQuery,
  ): Promise<string> {
    return statementCsv(await this.balanceSheet(organisation, query));
  }

  @Get('cash-flow-statement')
  cashFlowStatement(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: SpanQuery,
  ): Promise<CashFlowResponse> {
    return this.readers.report(cashFlowStatement, organisation, query);
  }

  @Get('cash-flow-statement.csv')
  @Header('content-type', CSV)
  async cashFlowStatementCsv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: SpanQuery,
  ): Promise<string> {
    return statementCsv(await this.cashFlowStatement(organisation, query));
  }
}

function statementCsv(of: Pick<BalanceSheetResponse, 'rows' | 'columns'>): string {
  const figures = of.columns.map(({ key }) => key);
  return writeCsv(statementFileColumns(of), statementFileRows(of), figures);
}
