import type { TrialBalanceStage } from '@just-ledger/core';
import { TRIAL_BALANCE_STAGES } from '@just-ledger/core';
import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator';

/** Which trial balance. */
export class TrialBalanceQuery {
  @IsOptional() @IsString() @MaxLength(10) asAt?: string;
  @IsOptional() @IsIn([...TRIAL_BALANCE_STAGES]) stage?: TrialBalanceStage;
  /** A date, meaning its end, or a UTC moment. */
  @IsOptional() @IsString() @MaxLength(30) asKnownOn?: string;
  /** Adjusting entries before this date count whole in the unadjusted trial balance. */
  @IsOptional() @IsString() @MaxLength(10) adjustmentsFrom?: string;
  @IsOptional() @IsIn(['true', 'false']) zeros?: string;
}

/** An account in a trial balance; an empty account is the results of earlier years not yet closed. */
export interface TrialBalanceRowResponse {
  account: string;
  name: string;
  debit: string;
  credit: string;
}

/** A trial balance. */
export interface TrialBalanceResponse {
  asAt: string;
  stage: TrialBalanceStage;
  rows: TrialBalanceRowResponse[];
  totalDebit: string;
  totalCredit: string;
  /** What the reader has to know: figures of the old books, or none because these books begin later. */
  note: string | null;
}
