import {
  ChangeCurrencyRequest,
  ChangeRateRequest,
  CurrenciesQuery,
  CurrencyRequest,
  type CurrencyResponse,
  type ExchangeRateResponse,
  ExchangeRatesQuery,
  LookedAtQuery,
} from '@just-ledger/contract';
import { Body, Controller, Delete, Get, Header, HttpCode, Param, Post, Put, Query } from '@nestjs/common';
import { notFound } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { addCurrency, changeCurrency, removeCurrency, removeRate, setRate } from './currency-commands.js';
import { currencies, exchangeRates, exchangeRatesCsv } from './currency-readings.js';

/** Foreign currencies and their rates. */
@Controller('api/organisations/:organisation')
export class CurrenciesController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
  ) {}

  /** The currencies, with the rates that hold before the first and on the last day of a span. */
  @Get('currencies')
  list(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: CurrenciesQuery,
  ): Promise<CurrencyResponse[]> {
    return this.readers.report(currencies, organisation, query);
  }

  @Post('currencies')
  async add(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Body() request: CurrencyRequest,
  ): Promise<CurrencyResponse> {
    await this.writer.run(addCurrency, { ...by, request });
    return this.one(organisation, request.currency.trim().toUpperCase());
  }

  @Put('currencies/:currency')
  async change(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Param('currency') currency: string,
    @Body() request: ChangeCurrencyRequest,
  ): Promise<CurrencyResponse> {
    await this.writer.run(changeCurrency, { ...by, request: { ...request, currency } });
    return this.one(organisation, currency);
  }

  @Delete('currencies/:currency')
  @HttpCode(204)
  remove(
    @Acting() by: Actor,
    @Param('currency') currency: string,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(removeCurrency, { ...by, currency, version });
  }

  /** Rates as they were quoted, the earliest first; or those that hold on a day. */
  @Get('exchange-rates')
  rates(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: ExchangeRatesQuery,
  ): Promise<ExchangeRateResponse[]> {
    return this.readers.report(exchangeRates, organisation, query);
  }

  @Get('exchange-rates.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  csv(@CurrentOrganisation() organisation: Organisation, @Query() query: ExchangeRatesQuery): Promise<string> {
    return this.readers.report(exchangeRatesCsv, organisation, query);
  }

  @Put('exchange-rates/:currency/:date')
  async setRate(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Param('currency') currency: string,
    @Param('date') date: string,
    @Body() request: ChangeRateRequest,
  ): Promise<ExchangeRateResponse> {
    await this.writer.run(setRate, { ...by, currency, date, request });
    const found = (await this.rates(organisation, { currency })).find((rate) => rate.date === date);
    if (!found) throw notFound('rate');
    return found;
  }

  @Delete('exchange-rates/:currency/:date')
  @HttpCode(204)
  removeRate(
    @Acting() by: Actor,
    @Param('currency') currency: string,
    @Param('date') date: string,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(removeRate, { ...by, currency, date, version });
  }

  private async one(organisation: Organisation, currency: string): Promise<CurrencyResponse> {
    const found = (await this.list(organisation, {})).find((candidate) => candidate.currency === currency);
    if (!found) throw notFound('currency');
    return found;
  }
}
