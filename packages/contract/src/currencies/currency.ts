import { IsVersion } from '../looked-at.js';
import type { CurrencyCode } from '@just-ledger/core';
import { IsOptional, IsString, MaxLength } from 'class-validator';

/** A currency to know rates of; accounts by number. */
export class CurrencyRequest {
  @IsString() @MaxLength(10) currency!: string;
  @IsOptional() @IsString() @MaxLength(40) realisedGain?: string;
  @IsOptional() @IsString() @MaxLength(40) realisedLoss?: string;
  @IsOptional() @IsString() @MaxLength(40) unrealisedGain?: string;
  @IsOptional() @IsString() @MaxLength(40) unrealisedLoss?: string;
}

/** A currency as it should be from now on, and the version that was looked at. */
export class ChangeCurrencyRequest extends CurrencyRequest {
  @IsVersion() version!: number;
}

/** A rate one way: base units for one foreign unit, or foreign units for one base unit. */
export class RateRequest {
  @IsOptional() @IsString() @MaxLength(40) rate?: string;
  @IsOptional() @IsString() @MaxLength(40) ratePerBase?: string;
}

/** The rate of a day from now on, and the version that was looked at; left out or 0 where the day had none. */
export class ChangeRateRequest extends RateRequest {
  @IsOptional() @IsVersion() version?: number;
}

/** Which span the opening and closing rates are wanted of. */
export class CurrenciesQuery {
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
}

/** Which rates to list. */
export class ExchangeRatesQuery {
  @IsOptional() @IsString() @MaxLength(10) currency?: string;
  /** Only what holds on this day: one rate for each currency. */
  @IsOptional() @IsString() @MaxLength(10) on?: string;
}

/** A rate as it was quoted, with the other way round for reading. */
export interface ExchangeRateResponse {
  currency: CurrencyCode;
  date: string;
  rate: string | null;
  ratePerBase: string | null;
  /** Six significant digits. */
  inverse: string;
  version: number;
}

/** A foreign currency that the books know rates of. */
export interface CurrencyResponse {
  currency: CurrencyCode;
  realisedGain: string | null;
  realisedLoss: string | null;
  unrealisedGain: string | null;
  unrealisedLoss: string | null;
  /** How many rates there are. */
  rates: number;
  /** The rate that holds on the day before the span, and the one on its last day. */
  opening: ExchangeRateResponse | null;
  closing: ExchangeRateResponse | null;
  /** Numbers of the accounts that are kept in it, and how many contacts are. */
  accounts: string[];
  contacts: number;
  version: number;
}
