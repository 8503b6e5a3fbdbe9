import type { Period, ProofKey, ProofUnit } from '@just-ledger/core';
import { IsOptional, IsString, MaxLength } from 'class-validator';

/** The date at which the proofs are drawn. */
export class ProofsQuery {
  @IsOptional() @IsString() @MaxLength(10) asAt?: string;
}

/** Something that a difference comes from: an entry, or an account that stands otherwise than it should. */
export interface ExplanationResponse {
  label: string;
  /** Its part of the difference, in the proof's unit and with the difference's sign. */
  amount: string;
  entry: string | null;
  /** The number of an account, and the days of its ledger that show it. */
  account: string | null;
  from: string | null;
  to: string | null;
}

/** What a difference comes from: the largest parts, how many there are in all and what they come to. */
export interface ExplanationsResponse {
  largest: ExplanationResponse[];
  count: number;
  amount: string;
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
  unit: ProofUnit;
  remark: string | null;
  /** What its difference comes from; null where it holds, or nothing was found. */
  explanations: ExplanationsResponse | null;
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
  /**
   * Whether every entry is still being read for the first time since the start: the proofs of that reading are those of
   * the last one before, or not among them.
   */
  reading: boolean;
  proofs: ProofResponse[];
}
