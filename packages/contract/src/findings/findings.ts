import { IsVersion } from '../looked-at.js';
import { FINDING_STATES, type FindingState, type FindingType } from '@just-ledger/core';
import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator';

/** Of which days: by default of the fiscal year to date. */
export class FindingsQuery {
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
}

/** Part of what a finding rests on: words, or an amount. */
export type EvidencePartResponse = { text: string } | { amount: string };

/** Something in the books that an auditor would ask about. */
export interface FindingResponse {
  id: string;
  type: FindingType;
  title: string;
  evidence: EvidencePartResponse[];
  /** The number of the account it is about. */
  account: string | null;
  /** The entries it is about, by number. */
  entries: string[];
  state: FindingState;
  /** Why it was looked at, by whom and when; kept where it rests on something else since and is open again. */
  reason: string | null;
  by: string | null;
  at: string | null;
  /** Of what was said of it; 0 where nothing was. */
  version: number;
}

/** The findings of a span of days. */
export interface FindingsResponse {
  from: string;
  to: string;
  open: number;
  findings: FindingResponse[];
}

/** What is said of a finding. */
export class FindingStateRequest {
  @IsIn([...FINDING_STATES]) state!: FindingState;
  /** Why there is nothing to mend; asked for where it is looked at. */
  @IsOptional() @IsString() @MaxLength(500) reason?: string;
  /** What it rests on as it was read: once that has changed it is open again. Left out, it stays looked at. */
  @IsOptional() @IsString() @MaxLength(2000) evidence?: string;
  /** The version that was looked at; left out or 0 where nothing was said of it yet. */
  @IsOptional() @IsVersion() version?: number;
}
