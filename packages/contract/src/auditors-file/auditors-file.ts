import { PAPER_SIZES, type PaperSize } from '@just-ledger/core';
import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator';

/** Of which fiscal year the auditor's file is. */
export class AuditorsFileQuery {
  @IsString() @MaxLength(10) year!: string;
}

/** The auditor's file, and the size of what is printed in it. */
export class WrittenAuditorsFileQuery extends AuditorsFileQuery {
  @IsOptional() @IsIn(PAPER_SIZES) size?: PaperSize;
}

/** What the auditor's file of a year would hold. */
export interface AuditorsFileResponse {
  /** The name of the fiscal year. */
  year: string;
  from: string;
  /** Its last day; of a year under way today. */
  to: string;
  isClosed: boolean;
  entries: number;
  /** The papers of its entries, their bytes together, and how many of their files are missing. */
  papers: number;
  paperBytes: number;
  missing: number;
  /** How many proofs are drawn at its end, and which of them do not hold. */
  proofs: number;
  failing: string[];
  /** How many entries the chain has in all, and the seal of the last. */
  chain: number;
  lastSeal: string;
  /** What is too long for paper, and so in CSV alone. */
  unprinted: string[];
}
