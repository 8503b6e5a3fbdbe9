import { IsVersion } from '../looked-at.js';
import { type ClosingForm, type CivilDate, type Period, PAPER_SIZES, type PaperSize } from '@just-ledger/core';
import { CLOSING_FORMS } from '@just-ledger/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateNested,
} from 'class-validator';
import type { ChangedAmountResponse, TrialBalanceResponse } from '../trial-balance/trial-balance.js';

/** How to close: four steps through income summary, or one entry. */
export class ClosingQuery {
  @IsOptional() @IsIn([...CLOSING_FORMS]) form?: ClosingForm;
  /** The last day of a period of the year, where less than the year is closed. */
  @IsOptional() @IsString() @MaxLength(10) until?: string;
}

/** A closing as one document, with the size of its paper; A4 where left out. */
export class PrintedClosingQuery extends ClosingQuery {
  @IsOptional() @IsIn(PAPER_SIZES) size?: PaperSize;
}

/** What is reopened: the year, or what was closed of it up to a day. */
export class ReopeningQuery {
  @IsOptional() @IsString() @MaxLength(10) until?: string;
}

/** Closing a year for good. */
export class ClosingRequest {
  @IsOptional() @IsIn([...CLOSING_FORMS]) form?: ClosingForm;
  /** The version of the rehearsal that was looked at: refused if the books make something else of it by now. */
  @IsOptional() @IsVersion() version?: number;
}

/** Why a month is unlocked or a year reopened. */
export class ReasonRequest {
  @IsString() @MinLength(1, { message: 'Say why.' }) @MaxLength(200) reason!: string;
}

/** A line of a closing entry that is not posted yet. */
export interface ClosingLineResponse {
  account: string;
  accountName: string;
  debit: string | null;
  credit: string | null;
  /** Names of values by the name of their breakdown: a fund, a site. */
  breakdowns: Record<string, string> | null;
  /** Whether the account is to end at zero. */
  temporary: boolean;
}

/** The closing entries as they would be, or for a closed year as they were posted, and where they lead. */
export interface ClosingRehearsalResponse {
  year: string;
  yearName: string;
  /** The day on which closing entries are dated: the year's last, or the one up to which it is closed. */
  date: string;
  /** Whether the whole year is closed, not only part of it. */
  wholeYear: boolean;
  closed: boolean;
  form: ClosingForm;
  /** Of the entries that it would post. */
  version: number;
  /** With their numbers once they are posted. */
  entries: { explanation: string; number: string | null; lines: ClosingLineResponse[] }[];
  /** Who closed the year, and when. */
  posted: { at: string; by: string } | null;
  postClosingTrialBalance: TrialBalanceResponse;
  /** Against the closing that was taken back last, where there was one. */
  former: FormerClosingResponse | null;
  /** What became of the closing, in order; empty where nothing has yet. */
  history: { event: 'closed' | 'reopened'; at: string; by: string; reason: string | null }[];
  /** The first day after it, which begins with the balances of the post-closing trial balance. */
  opening: {
    date: string;
    /** The fiscal year that begins then; null where only a part ends. */
    yearName: string | null;
    /** What is reversed by itself up to the end of that year. */
    reversals: {
      entry: string;
      explanation: string;
      reversesOn: string;
      amount: string;
      reversedBy: string | null;
    }[];
  };
  /** What stands in the way or should be looked at first. */
  remarks: { code: string; message: string; blocks: boolean; entries?: string[] }[];
}

/** How a closing differs from the one of the same days that was taken back last. */
export interface FormerClosingResponse {
  closedAt: string;
  reopenedAt: string;
  reopenedBy: string;
  reason: string | null;
  /** Entries dated in these days that were posted since it was reopened, the first fifty. */
  entries: string[];
  /** Accounts to which it brings another amount, or of which it takes one; positive on their normal side. */
  rows: ChangedAmountResponse[];
}

/** What closing posted. */
export interface ClosingResponse {
  year: string;
  entries: string[];
}

/** A month or what was brought forward. */
export interface PeriodResponse {
  period: Period;
  name: string;
  from: string | null;
  to: string;
  entries: number;
  locked: boolean;
  lockedAt: string | null;
  lockedBy: string | null;
  /** How many entries there were when it was locked, and the seal of the last. */
  lockedEntries: number | null;
  lockedSeal: string | null;
  /** Since when it is being closed, and who said so; null where it is not. */
  closing: { at: string; by: string } | null;
}

/** A fiscal year with its months. */
export interface FiscalYearResponse {
  year: string;
  name: string;
  from: string;
  to: string;
  closed: boolean;
  /** The days up to which parts of it were closed, in order. */
  closings: string[];
  periods: PeriodResponse[];
}

/** All years of the books; the first also shows what was brought forward. */
export interface FiscalYearsResponse {
  broughtForward: PeriodResponse;
  years: FiscalYearResponse[];
  today: CivilDate;
}

/** What a partner agreed to get. */
export class PartnerShareRequest {
  /** The number of the partner's capital. */
  @IsString() @MaxLength(40) account!: string;
  /** For twelve months, before the rest is shared. */
  @IsOptional() @IsString() @MaxLength(40) salary: string = '0';
  @IsInt() @Min(0) @Max(1_000_000) weight!: number;
}

/** How partners share the result from a day on: salaries, interest on the capital at the year's start, the rest by weight. */
export class ProfitSharingRequest {
  @IsString() @MaxLength(10) from!: string;
  /** Per cent a year. */
  @IsString() @MaxLength(12) interest!: string;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => PartnerShareRequest)
  partners!: PartnerShareRequest[];
  /** The version of what was agreed from that day, as it was looked at; left out or 0 where nothing was. */
  @IsOptional() @IsVersion() version?: number;
}

/** How partners share the result from a day on. */
export interface ProfitSharingResponse {
  from: string;
  interest: string;
  partners: { account: string; name: string; salary: string; weight: number }[];
  version: number;
}

/** Whether only one month is locked or unlocked, or those before or after it too. */
export class LockQuery {
  /** All that are open up to it, or all that are locked from it on. */
  @IsOptional() @IsIn(['true', 'false']) several?: string;
}

/** What is left to be done in a month, besides its proofs. */
export interface PeriodToDoResponse {
  period: Period;
  drafts: number;
  /** Occurrences of recurring journals that are due and not posted. */
  due: number;
  /** Findings that nobody has looked at. */
  /** Adjusting entries that are due and not made. */
  adjustments: number;
  findings: number;
  /** Entries that rest on a paper and lack it; null in books that keep no papers. */
  withoutPaper: number | null;
}
