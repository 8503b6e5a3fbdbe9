import { type ClosingForm, type CivilDate, type Period } from '@just-ledger/core';
import { CLOSING_FORMS } from '@just-ledger/core';
import { IsIn, IsOptional, IsString, MaxLength, MinLength } from 'class-validator';
import type { TrialBalanceResponse } from '../trial-balance/trial-balance.js';

/** How to close: four steps through income summary, or one entry. */
export class ClosingQuery {
  @IsOptional() @IsIn([...CLOSING_FORMS]) form?: ClosingForm;
}

/** Closing a year for good. */
export class ClosingRequest {
  @IsOptional() @IsIn([...CLOSING_FORMS]) form?: ClosingForm;
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
  date: string;
  closed: boolean;
  form: ClosingForm;
  /** With their numbers once they are posted. */
  entries: { explanation: string; number: string | null; lines: ClosingLineResponse[] }[];
  /** Who closed the year, and when. */
  posted: { at: string; by: string } | null;
  postClosingTrialBalance: TrialBalanceResponse;
  /** What stands in the way or should be looked at first. */
  remarks: { code: string; message: string; blocks: boolean; entries?: string[] }[];
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
}

/** A fiscal year with its months. */
export interface FiscalYearResponse {
  year: string;
  name: string;
  from: string;
  to: string;
  closed: boolean;
  periods: PeriodResponse[];
}

/** All years of the books; the first also shows what was brought forward. */
export interface FiscalYearsResponse {
  broughtForward: PeriodResponse;
  years: FiscalYearResponse[];
  today: CivilDate;
}
