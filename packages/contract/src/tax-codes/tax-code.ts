import { IsVersion } from '../looked-at.js';
import type { Side, TaxRounding, TaxSide } from '@just-ledger/core';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsBoolean, IsOptional, IsString, MaxLength, ValidateNested } from 'class-validator';

/** What one account gets of a tax. */
export class TaxPartRequest {
  /** Per cent. */
  @IsString() @MaxLength(20) rate!: string;
  /** Per cent of the tax; all of it if left out. */
  @IsOptional() @IsString() @MaxLength(20) share?: string;
  @IsString() @MaxLength(10) side!: string;
  /** The number of an account; the line's own if left out. */
  @IsOptional() @IsString() @MaxLength(40) account?: string;
}

/** What a tax code takes from a day on; from the beginning if no day is given. */
export class TaxRateRequest {
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsArray() @ArrayMaxSize(12) @ValidateNested({ each: true }) @Type(() => TaxPartRequest) parts!: TaxPartRequest[];
}

/** A tax code to add. */
export class TaxCodeRequest {
  @IsString() @MaxLength(40) code!: string;
  @IsString() @MaxLength(160) name!: string;
  @IsString() @MaxLength(20) side!: string;
  @IsOptional() @IsString() @MaxLength(20) rounding?: string;
  @IsOptional() @IsBoolean() active?: boolean;
  @IsArray() @ArrayMaxSize(60) @ValidateNested({ each: true }) @Type(() => TaxRateRequest) rates!: TaxRateRequest[];
}

/** A tax code as it should be from now on, and the version that was looked at. */
export class ChangeTaxCodeRequest extends TaxCodeRequest {
  @IsVersion() version!: number;
}

/** What one account gets of a tax. */
export interface TaxPartResponse {
  rate: string;
  share: string;
  side: Side;
  /** Null for the line's own account. */
  account: string | null;
}

/** What a tax code takes from a day on, until the next one. */
export interface TaxRateResponse {
  /** Null for what has always held. */
  from: string | null;
  parts: TaxPartResponse[];
}

/** A tax code. */
export interface TaxCodeResponse {
  id: number;
  code: string;
  name: string;
  side: TaxSide;
  rounding: TaxRounding;
  active: boolean;
  rates: TaxRateResponse[];
  /** Numbers of the accounts that propose it. */
  usedBy: string[];
  version: number;
}
