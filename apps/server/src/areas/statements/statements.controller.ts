import {
  BalanceSheetQuery,
  type BalanceSheetResponse,
  type EquityStatementResponse,
  IncomeByMonthQuery,
  type IncomeByMonthResponse,
  IncomeStatementQuery,
  type IncomeStatementResponse,
  SpanQuery,
} from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import { writeCsv } from '../../platform/files/csv.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Reader } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import {
  balanceSheetReport,
  equityRows,
  equityStatementReport,
  incomeByMonthReport,
  incomeStatementReport,
  STATEMENT_COLUMNS,
  statementRows,
} from './statement-reports.js';

const CSV = 'text/csv; charset=utf-8';

/** The three statements. */
@Controller('api/organisations/:organisation/reports')
export class StatementsController {
  constructor(private readonly reader: Reader) {}

  @Get('income-statement')
  incomeStatement(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: IncomeStatementQuery,
  ): IncomeStatementResponse {
    return this.reader.read((db) =>
      incomeStatementReport(db, organisation, query, this.reader.clock.today(organisation.timeZone)),
    );
  }

  @Get('income-statement.csv')
  @Header('content-type', CSV)
  incomeStatementCsv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: IncomeStatementQuery,
  ): string {
    return statementCsv(this.incomeStatement(organisation, query));
  }

  @Get('income-by-month')
  incomeByMonth(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: IncomeByMonthQuery,
  ): IncomeByMonthResponse {
    return this.reader.read((db) =>
      incomeByMonthReport(db, organisation, query, this.reader.clock.today(organisation.timeZone)),
    );
  }

  @Get('equity-statement')
  equityStatement(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: SpanQuery,
  ): EquityStatementResponse {
    return this.reader.read((db) =>
      equityStatementReport(db, organisation, query, this.reader.clock.today(organisation.timeZone)),
    );
  }

  @Get('equity-statement.csv')
  @Header('content-type', CSV)
  equityStatementCsv(@CurrentOrganisation() organisation: Organisation, @Query() query: SpanQuery): string {
    return writeCsv(
      ['row', 'key', 'label', 'component', 'account', 'amount'],
      equityRows(this.equityStatement(organisation, query)),
      ['amount'],
    );
  }

  @Get('balance-sheet')
  balanceSheet(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: BalanceSheetQuery,
  ): BalanceSheetResponse {
    return this.reader.read((db) =>
      balanceSheetReport(db, organisation, query, this.reader.clock.today(organisation.timeZone)),
    );
  }

  @Get('balance-sheet.csv')
  @Header('content-type', CSV)
  balanceSheetCsv(@CurrentOrganisation() organisation: Organisation, @Query() query: BalanceSheetQuery): string {
    return statementCsv(this.balanceSheet(organisation, query));
  }
}

function statementCsv(of: IncomeStatementResponse | BalanceSheetResponse): string {
  const columns = STATEMENT_COLUMNS.slice(0, of.beside ? undefined : -1);
  return writeCsv(columns, statementRows(of), ['amount', 'earlier']);
}
