import { type CurrencyCode, PAPER_SIZES, type PaperSize } from '@just-ledger/core';
import { Type } from 'class-transformer';
import { EntryFilter } from '../journal/entry.js';
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';

/** Which part of which account's ledger. */
export class AccountLedgerQuery extends EntryFilter {
  @IsString() @MaxLength(40) account!: string;
  @IsOptional() @IsInt() @Min(1) @Max(500) @Type(() => Number) limit?: number;
  /** Where the page before ended, as that page said. */
  @IsOptional() @IsString() @MaxLength(60) after?: string;
}

/** The ledger as it is printed. */
export class PrintedLedgerQuery extends AccountLedgerQuery {
  /** The size of the paper; A4 where left out. */
  @IsOptional() @IsIn(PAPER_SIZES) size?: PaperSize;
}

/** A row of an account's ledger; `entry` is empty where a year ended without being closed. */
export interface LedgerRowResponse {
  date: string;
  entry: string;
  explanation: string;
  note: string | null;
  contact: string | null;
  document: string | null;
  /** The other accounts of the entry, as people read them. */
  opposite: string;
  debit: string | null;
  credit: string | null;
  /** The balance after it, debit positive; null among lines that are filtered. */
  balance: string | null;
  /** On an account kept in another currency: the amount there and the balance after it, debit positive. */
  foreignAmount: string | null;
  foreignBalance: string | null;
}

/** A page of an account's ledger. */
export interface AccountLedgerResponse {
  account: string;
  name: string;
  from: string;
  to: string;
  /** The balance before the first row of this page, debit positive. */
  broughtForward: string;
  rows: LedgerRowResponse[];
  /** The balance at the end of the span, debit positive. */
  closing: string;
  /** The other currency that the account is kept in, with its balances there. */
  currency: CurrencyCode | null;
  foreignBroughtForward: string | null;
  foreignClosing: string | null;
  next: string | null;
}

/** What the lines of an account come to that are asked for. */
export interface LedgerSumsResponse {
  lines: number;
  debit: string;
  credit: string;
}

/** The balance of an account at the end of a day, debit positive. */
export interface BalancePointResponse {
  date: string;
  balance: string;
}

/** How the balance of an account went: day by day in a short span, else from month end to month end. */
export interface BalancesResponse {
  step: 'day' | 'month';
  points: BalancePointResponse[];
}
