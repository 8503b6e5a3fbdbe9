import type { AdjustmentKind } from '@just-ledger/core';
import { IsOptional, IsString, MaxLength } from 'class-validator';
import type { TimeLineOccurrenceResponse } from '../recurring/recurring-journal.js';

/** Of which days: by default of the fiscal year to date. */
export class AdjustmentsQuery {
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
}

/** An adjusting entry that a schedule makes at a date, or has made. */
export interface AdjustmentResponse extends TimeLineOccurrenceResponse {
  kind: AdjustmentKind;
}

/** The adjusting entries of a span of days, and those of earlier days that are still due. */
export interface AdjustmentsResponse {
  from: string;
  to: string;
  /** How many are due and neither made nor left out for a reason. */
  due: number;
  adjustments: AdjustmentResponse[];
}

/** An adjusting entry that the books call for and nothing makes. */
export interface LackingAdjustmentResponse {
  kind: AdjustmentKind;
  /** The number and name of the account it is about. */
  account: string | null;
  name: string | null;
  assetClass: string | null;
  amount: string | null;
  /** Of a bill that did not come: the number of the entry before it. */
  entry: string | null;
  why: string;
}
