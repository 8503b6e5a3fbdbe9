import {
  AccountRequest,
  type AccountResponse,
  ChangeAccountRequest,
  type ChartImportResponse,
  LookedAtQuery,
  TrialBalanceQuery,
} from '@just-ledger/contract';
import type { AccountId } from '@just-ledger/core';
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
import { JSON_TEXT } from '../../platform/files/file-types.js';
import { RouteConfig } from '@nestjs/platform-fastify';
import { CSV_BODY, receiveBody } from '../../platform/files/passing-files.js';
import type { Readable } from 'node:stream';
import { notFound } from '../../platform/problems/refusal.js';
import { TAKES_CSV } from '../../platform/sessions/gate.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { settings } from '../../platform/settings.js';
import { Importer, Readers, Writer } from '../../platform/threads/threads.module.js';
import { addAccount, changeAccount, importAccounts, removeAccount } from '../accounts/account-commands.js';
import { readChart } from '../accounts/chart-file.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { accounts, chartCsv } from './chart-readings.js';

/** The chart of accounts. */
@Controller('api/organisations/:organisation')
export class ChartController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
    private readonly importer: Importer,
  ) {}

  /** All accounts with their balances at a date, by default today. */
  @Get('accounts')
  @Header('content-type', JSON_TEXT)
  list(@CurrentOrganisation() organisation: Organisation, @Query() query: TrialBalanceQuery): Promise<Readable> {
    return this.readers.wholeReport(accounts, organisation, query);
  }

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
  remove(
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: AccountId,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(removeAccount, { ...by, id, version });
  }

  @RouteConfig(TAKES_CSV)
  @Post('accounts/import')
  @HttpCode(200)
  async import(@Acting() by: Actor, @Body() body: unknown): Promise<ChartImportResponse> {
    const rows = await this.importer.run(readChart, { path: await receiveBody(settings.folder, body, CSV_BODY) });
    return this.writer.run(importAccounts, { ...by, rows });
  }

  @Get('accounts.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  csv(@CurrentOrganisation() { id }: Organisation): Promise<string> {
    return this.readers.run(chartCsv, { organisation: id });
  }

  private async answer(organisation: Organisation, id: AccountId): Promise<AccountResponse> {
    const found = (await this.readers.report(accounts, organisation, {})).find((account) => account.id === id);
    if (!found) throw notFound('account');
    return found;
  }
}
