import type { ProofKey } from '@just-ledger/core';
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

/** All proofs at a date. */
export interface ProofsResponse {
  asAt: string;
  proofs: ProofResponse[];
}
