import { ChangeTaxCodeRequest, LookedAtQuery, TaxCodeRequest, type TaxCodeResponse } from '@just-ledger/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common';
import { notFound } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Reader, Writer } from '../../platform/threads/threads.module.js';
import { loadChart } from '../accounts/account-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { addTaxCode, changeTaxCode, removeTaxCode } from './tax-code-commands.js';
import { loadTaxCodes, taxCodeResponse } from './tax-code-store.js';

/** Tax codes with their rates. */
@Controller('api/organisations/:organisation/tax-codes')
export class TaxCodesController {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
  ) {}

  @Get()
  list(@CurrentOrganisation() organisation: Organisation): TaxCodeResponse[] {
    const chart = loadChart(this.reader.db, organisation.id);
    return loadTaxCodes(this.reader.db, organisation.id).map((loadTaxCode) => taxCodeResponse(loadTaxCode, chart));
  }

  @Post()
  async add(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Body() request: TaxCodeRequest,
  ): Promise<TaxCodeResponse> {
    const id = await this.writer.run(addTaxCode, { ...by, request });
    return this.one(organisation, id);
  }

  @Put(':id')
  async change(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: ChangeTaxCodeRequest,
  ): Promise<TaxCodeResponse> {
    await this.writer.run(changeTaxCode, { ...by, id, request });
    return this.one(organisation, id);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: number,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(removeTaxCode, { ...by, id, version });
  }

  private one(organisation: Organisation, id: number): TaxCodeResponse {
    const found = this.list(organisation).find((taxCode) => taxCode.id === id);
    if (!found) throw notFound('tax code');
    return found;
  }
}
