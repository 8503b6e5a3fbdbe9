import { IsVersion } from '../looked-at.js';
import {
  type AccountRole,
  type CashFlowClass,
  type Classification,
  type ControlLedger,
  type Element,
  type Side,
  type CurrencyCode,
  type AccountId,
} from '@just-ledger/core';
import { ArrayMaxSize, IsArray, IsBoolean, IsInt, IsOptional, IsString, MaxLength } from 'class-validator';

/** An account to add; what is left out is proposed from its number and role. */
export class AccountRequest {
  @IsString() @MaxLength(40) number!: string;
  @IsString() @MaxLength(200) name!: string;
  @IsOptional() @IsString() @MaxLength(40) element?: string;
  @IsOptional() @IsString() @MaxLength(40) classification?: string;
  /** The number of the heading it stands under. */
  @IsOptional() @IsString() @MaxLength(40) parent?: string;
  @IsOptional() @IsString() @MaxLength(10) normalBalance?: string;
  @IsOptional() @IsBoolean() contra?: boolean;
  @IsOptional() @IsString() @MaxLength(20) control?: string;
  @IsOptional() @IsString() @MaxLength(3) currency?: string;
  @IsOptional() @IsBoolean() typedEntries?: boolean;
  @IsOptional() @IsBoolean() active?: boolean;
  @IsOptional() @IsString() @MaxLength(40) role?: string;
  /** The number of the equity account it is closed into. */
  @IsOptional() @IsString() @MaxLength(40) closesTo?: string;
  @IsOptional() @IsInt() share?: number;
  /** Whether documents may be settled with it. */
  @IsOptional() @IsBoolean() settles?: boolean;
  /** Names of the breakdowns that its lines must name a value of. */
  @IsOptional() @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) breakdowns?: string[];
  /** The tax code that new lines on it are proposed with. */
  @IsOptional() @IsString() @MaxLength(40) taxCode?: string;
  /** Where the cash-flow statement shows it; left out, it is proposed. */
  @IsOptional() @IsString() @MaxLength(20) cashFlow?: string;
  /** What belongs on it, for whoever chooses an account. */
  @IsOptional() @IsString() @MaxLength(900) note?: string;
}

/** An account as it should be from now on: all of it, and the version that was looked at. */
export class ChangeAccountRequest extends AccountRequest {
  @IsVersion() version!: number;
}

/** An account of the chart with what stands on it. */
export interface AccountResponse {
  id: AccountId;
  number: string;
  name: string;
  element: Element;
  classification: Classification;
  normalBalance: Side;
  contra: boolean;
  parent: string | null;
  heading: boolean;
  control: ControlLedger | null;
  currency: CurrencyCode | null;
  typedEntries: boolean;
  active: boolean;
  role: AccountRole | null;
  closesTo: string | null;
  share: number | null;
  settles: boolean;
  breakdowns: string[];
  taxCode: string | null;
  /** Where the cash-flow statement shows it, if somebody has chosen so. */
  cashFlow: CashFlowClass | null;
  note: string | null;
  /** How many posted lines stand on it. */
  lines: number;
  /** Debit positive, at the date asked for. */
  balance: string;
  /** For an account kept in another currency: what it holds there at the date, debit positive. */
  foreignBalance: string | null;
  version: number;
}

/** What an import of a chart did. */
export interface ChartImportResponse {
  created: number;
  changed: number;
}
