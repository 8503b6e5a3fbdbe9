import type { Period, ProofKey } from '@just-ledger/core';
import { IsOptional, IsString, MaxLength } from 'class-validator';

/** The date at which the proofs are drawn. */
export class ProofsQuery {
  @IsOptional() @IsString() @MaxLength(10) asAt?: string;
}

/** Two figures arrived at separately. */
export interface ProofResponse {
  key: ProofKey;
  label: string;
  leftLabel: string;
  rightLabel: string;
  left: string;
  right: string;
  difference: string;
  holds: boolean;
  unit: 'amount' | 'entries' | 'lines';
  remark: string | null;
}

/** The proofs of a locked month as they stood when it was locked. */
export interface LockedProofsResponse {
  period: Period;
  /** How many entries there were when it was locked. */
  entries: number;
  /** When they were kept; null where that is still to come. */
  keptAt: string | null;
  /** Whether entries dated up to its last day came since: what was brought forward late. */
  hasLaterEntries: boolean;
  proofs: { key: ProofKey; left: string; right: string }[];
}

/** All proofs at a date. */
export interface ProofsResponse {
  asAt: string;
  /** Whether every entry is still being read for the first time since the start: its proofs are not among them yet. */
  reading: boolean;
  proofs: ProofResponse[];
}
