import {
  AccountRequest,
  type AccountResponse,
  ChangeAccountRequest,
  type ChartImportResponse,
  TrialBalanceQuery,
} from '@just-ledger/contract';
import {
  type AccountId,
  add,
  CHART_COLUMNS,
  chartRows,
  type CivilDate,
  isTemporary,
  type Minor,
  sumByAccount,
  ZERO,
} from '@just-ledger/core';
import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Param,
  ParseIntPipe,
  Post,
  Put,
  Query,
} from '@nestjs/common';
import { csvText } from '../../platform/files/csv-body.js';
import { writeCsv } from '../../platform/files/csv.js';
import { notFound } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentOrganisation, Needs } from '../../platform/sessions/session-guard.js';
import { Importer, Reader, Writer } from '../../platform/threads/threads.module.js';
import { addAccount, changeAccount, importAccounts, removeAccount } from '../accounts/account-commands.js';
import {
  accountResponse,
  accountVersions,
  foreignBalances,
  loadChart,
  postedLines,
} from '../accounts/account-store.js';
import { readChart } from '../accounts/chart-file.js';
import { chartNames } from '../accounts/chart-names.js';
import { flowsKnownAt } from '../earlier-years/old-books.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate } from '../organisations/report-dates.js';

/** The chart of accounts. */
@Controller('api/organisations/:organisation')
export class ChartController {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
    private readonly importer: Importer,
  ) {}

  /** All accounts with their balances at a date, by default today. */
  @Get('accounts')
  list(@CurrentOrganisation() organisation: Organisation, @Query() query: TrialBalanceQuery): AccountResponse[] {
    const today = this.reader.clock.today(organisation.timeZone);
    return this.answers(organisation, reportDate(query.asAt, 'asAt', organisation, today, today));
  }

  @Needs('preparer')
  @Post('accounts')
  async add(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Body() request: AccountRequest,
  ): Promise<AccountResponse> {
    const id = await this.writer.run(addAccount, { ...by, request });
    return this.answer(organisation, id);
  }

  @Put('accounts/:id')
  async change(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: AccountId,
    @Body() request: ChangeAccountRequest,
  ): Promise<AccountResponse> {
    await this.writer.run(changeAccount, { ...by, id, request });
    return this.answer(organisation, id);
  }

  @Delete('accounts/:id')
  @HttpCode(204)
  remove(@Acting() by: Actor, @Param('id', ParseIntPipe) id: AccountId): Promise<void> {
    return this.writer.run(removeAccount, { ...by, id });
  }

  @Post('accounts/import')
  @HttpCode(200)
  async import(@Acting() by: Actor, @Body() body: unknown): Promise<ChartImportResponse> {
    const rows = await this.importer.run(readChart, { csv: csvText(body) });
    return this.writer.run(importAccounts, { ...by, rows });
  }

  @Get('accounts.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  csv(@CurrentOrganisation() organisation: Organisation): string {
    return writeCsv(
      CHART_COLUMNS,
      chartRows(loadChart(this.reader.db, organisation.id), chartNames(this.reader.db, organisation.id)),
    );
  }

  private answer(organisation: Organisation, id: AccountId): AccountResponse {
    const found = this.answers(organisation, this.reader.clock.today(organisation.timeZone)).find(
      (account) => account.id === id,
    );
    if (!found) throw notFound('account');
    return found;
  }

  private answers(organisation: Organisation, asAt: CivilDate): AccountResponse[] {
    const { db } = this.reader;
    const chart = loadChart(db, organisation.id);
    const known = flowsKnownAt(
      db,
      organisation,
      { organisation: organisation.id, calendar: organisation.calendar },
      asAt,
    ).of;
    const { earlier, year } = known ?? { earlier: [], year: [] };
    const [before, running] = [sumByAccount(earlier), sumByAccount(year)];
    const lines = postedLines(db, organisation.id);
    const versions = accountVersions(db, organisation.id);
    const names = chartNames(db, organisation.id);
    const kept = chart.accounts.filter(
      ({ currency }) => currency !== undefined && currency !== organisation.baseCurrency,
    );
    const foreign = foreignBalances(
      db,
      organisation.id,
      kept.map(({ id }) => id),
      asAt,
    );
    return chart.accounts.map((account) => {
      const own: Minor = running.get(account.id) ?? ZERO;
      const balance = isTemporary(account) ? own : add(own, before.get(account.id) ?? ZERO);
      const version = versions.get(account.id) ?? 1;
      const facts = { lines: lines.get(account.id) ?? 0, balance, foreign: foreign.get(account.id), version, names };
      return accountResponse(account, chart, organisation.baseCurrency, facts);
    });
  }
}
