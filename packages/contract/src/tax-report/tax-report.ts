import { TAX_GROUPS, type TaxGroup, type TaxSide, PAPER_SIZES, type PaperSize } from '@just-ledger/core';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';

/** For which days tax is reported. */
export class TaxReportQuery {
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
}

/** The report as a file. */
export class PrintedTaxReportQuery extends TaxReportQuery {
  /** The size of the paper; A4 where left out. */
  @IsOptional() @IsIn(PAPER_SIZES) size?: PaperSize;
}

/** The entries behind a row of the report. */
export class TaxLinesQuery extends TaxReportQuery {
  @IsString() @MaxLength(40) code!: string;
  /** Per cent, as the row has it. */
  @IsString() @MaxLength(40) rate!: string;
  @IsOptional() @IsIn([...TAX_GROUPS]) group?: TaxGroup;
  @IsOptional() @IsInt() @Min(1) @Max(500) @Type(() => Number) limit?: number;
  /** The `next` of another page. */
  @IsOptional() @IsString() @MaxLength(60) after?: string;
}

/** Brings the accounts of taxes to what is owed for a period. */
export class TaxSettlementRequest {
  @IsString() @MaxLength(10) from!: string;
  @IsString() @MaxLength(10) to!: string;
  /** The number of the account of what is owed, or is to be got back. */
  @IsString() @MaxLength(40) account!: string;
  @IsOptional() @IsString() @MaxLength(1000) explanation?: string;
}

/** What the lines of a code at a rate come to; positive for what is ordinary of the code. */
export interface TaxReportRowResponse {
  code: string;
  name: string;
  side: TaxSide;
  /** Per cent. */
  rate: string;
  base: string;
  owed: string;
  reclaimed: string;
  /** Tax that is not reclaimed and is part of the cost. */
  cost: string;
  /** By how much tax was moved by hand, and what rounding adds to the rate of the base or takes from it. */
  adjusted: string;
  rounding: string;
}

/** The rows of a group with their sums. */
export interface TaxReportGroupResponse {
  group: TaxGroup;
  rows: TaxReportRowResponse[];
  owed: string;
  reclaimed: string;
  cost: string;
}

/** An account of taxes over the period, debit positive. */
export interface TaxAccountResponse {
  account: string;
  name: string;
  opening: string;
  tax: string;
  settled: string;
  other: string;
  balance: string;
  /** Whether the first four make the last. */
  holds: boolean;
  /** Entries without a tax code on it, up to ten. */
  otherEntries: string[];
}

/** A settlement. */
export interface TaxSettlementResponse {
  from: string;
  to: string;
  /** The number of its entry, and of the one that reverses it. */
  entry: string;
  reversedBy: string | null;
  /** The account of what is owed, and what was: negative where it is to be got back. */
  account: string;
  accountName: string;
  amount: string;
  postedAt: string;
  postedBy: string;
}

/** The tax of a period. */
export interface TaxReportResponse {
  from: string;
  to: string;
  groups: TaxReportGroupResponse[];
  /** What is owed by its lines, corrections and late entries among them; negative where it is to be got back. */
  due: string;
  accounts: TaxAccountResponse[];
  /** Whether the accounts are explained, and hold what the report says. */
  holds: boolean;
  /** The settlement of this very period, if it stands. */
  settlement: TaxSettlementResponse | null;
  /** Why it cannot be settled as it stands; null where it can. */
  unsettled: string | null;
}

/** An entry behind a row. */
export interface TaxLinesEntryResponse {
  number: string;
  date: string;
  explanation: string;
  base: string;
  owed: string;
  reclaimed: string;
  cost: string;
}

/** A page of the entries behind a row, in the order of their dates. */
export interface TaxLinesResponse {
  entries: TaxLinesEntryResponse[];
  next: string | null;
}
