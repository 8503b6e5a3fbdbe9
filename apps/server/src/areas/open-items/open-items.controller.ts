import {
  AgedBalancesQuery,
  type AgedBalancesResponse,
  StatementOfAccountQuery,
  type StatementOfAccountResponse,
} from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import { writeCsv } from '../../platform/files/csv.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Reader } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import {
  agedBalancesReport,
  agedBalancesRows,
  statementOfAccount,
  statementOfAccountRows,
} from './open-item-reports.js';

const AGED_COLUMNS = [
  'contact',
  'name',
  'document',
  'own_number',
  'date',
  'due_date',
  'currency',
  'foreign_open',
  'not_due',
  '1_30',
  '31_60',
  '61_90',
  'over_90',
  'total',
];
const STATEMENT_COLUMNS = [
  'date',
  'entry',
  'explanation',
  'document',
  'own_number',
  'document_date',
  'due_date',
  'debit',
  'credit',
  'balance',
];

/** What is owed to the organisation and by it. */
@Controller('api/organisations/:organisation/reports')
export class OpenItemsController {
  constructor(private readonly reader: Reader) {}

  @Get('aged-balances')
  aged(@CurrentOrganisation() organisation: Organisation, @Query() query: AgedBalancesQuery): AgedBalancesResponse {
    return this.reader.read((db) =>
      agedBalancesReport(db, organisation, query, this.reader.clock.today(organisation.timeZone)),
    );
  }

  @Get('aged-balances.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  agedCsv(@CurrentOrganisation() organisation: Organisation, @Query() query: AgedBalancesQuery): string {
    return writeCsv(AGED_COLUMNS, agedBalancesRows(this.aged(organisation, query)), AGED_COLUMNS.slice(7));
  }

  @Get('statement-of-account')
  statement(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: StatementOfAccountQuery,
  ): StatementOfAccountResponse {
    return this.reader.read((db) =>
      statementOfAccount(db, organisation, query, this.reader.clock.today(organisation.timeZone)),
    );
  }

  @Get('statement-of-account.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  statementCsv(@CurrentOrganisation() organisation: Organisation, @Query() query: StatementOfAccountQuery): string {
    return writeCsv(STATEMENT_COLUMNS, statementOfAccountRows(this.statement(organisation, query)), [
      'debit',
      'credit',
      'balance',
    ]);
  }
}
