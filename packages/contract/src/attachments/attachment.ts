import type { PaperType } from '@just-ledger/core';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min, MinLength } from 'class-validator';

/** How many papers one entry, or one of its lines, may name at once. */
export const MOST_PAPERS = 50;

/** What a paper that is sent is called. */
export class UploadQuery {
  @IsString() @MinLength(1) @MaxLength(255) name!: string;
}

/** Which papers to list: those that belong to nothing yet, all of them, or those that were discarded. */
export class AttachmentsQuery {
  @IsOptional() @IsIn(['waiting', 'all', 'discarded']) state?: 'waiting' | 'all' | 'discarded';
  @IsOptional() @IsInt() @Min(1) @Max(500) @Type(() => Number) limit?: number;
  /** The `next` of another page: what came before. */
  @IsOptional() @IsInt() @Min(1) @Type(() => Number) after?: number;
}

/** Whether a paper is to be saved as a file instead of shown. */
export class ContentQuery {
  @IsOptional() @IsIn(['file']) as?: 'file';
}

/** A paper for an entry that was posted, or for one of its lines. */
export class AttachRequest {
  @IsInt() attachment!: number;
  /** Counted from 1; left out for the whole entry. */
  @IsOptional() @IsInt() @Min(1) @Type(() => Number) line?: number;
}

/** Why a paper does not belong to an entry. */
export class DetachRequest {
  @IsString() @MaxLength(1000) reason!: string;
}

/** A paper as an entry names it. */
export interface EntryPaperResponse {
  attachment: number;
  /** Which of the entry's papers it is, counted from 1. */
  place: number;
  /** The line it belongs to, counted from 1; null for the whole entry. */
  line: number | null;
  name: string;
  type: PaperType;
  bytes: number;
}

/** A paper that is kept. */
export interface AttachmentResponse {
  id: number;
  name: string;
  type: PaperType;
  bytes: number;
  /** The SHA-256 of its bytes, hexadecimal. */
  sha256: string;
  at: string;
  by: string;
  /** The numbers of the entries, and the drafts, that it belongs to. */
  entries: string[];
  drafts: number[];
  isDiscarded: boolean;
}

/** A page of papers, the latest first. */
export interface AttachmentsResponse {
  papers: AttachmentResponse[];
  /** Where those that came before are asked for; null where there are none. */
  next: number | null;
  /** How many there are in all. */
  count: number;
}
