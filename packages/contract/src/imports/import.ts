import { IMPORT_SUBJECTS, type ImportSubject, type Problem } from '@just-ledger/core';
import { ArrayMaxSize, IsArray, IsIn, IsOptional, IsString, MaxLength } from 'class-validator';

/** What a file is about, and what it is called. */
export class ImportQuery {
  @IsIn(Object.keys(IMPORT_SUBJECTS)) subject!: ImportSubject;
  @IsOptional() @IsString() @MaxLength(255) name?: string;
}

/** Which column each heading of the file means, in the order of the headings; empty where it is left out. */
export class MatchingRequest {
  @IsArray() @ArrayMaxSize(200) @IsString({ each: true }) @MaxLength(40, { each: true }) columns!: string[];
  /** Which mark parts the decimals of amounts, where the file of a tray leaves that open. */
  @IsOptional() @IsIn(['.', ',']) decimal?: '.' | ',';
}

/** A heading of the file with what stands under it first, and the column it seems to mean. */
export interface HeadingResponse {
  heading: string;
  samples: string[];
  /** Empty where nothing fits, or it was left out before. */
  column: string;
}

/**
 * How far an import is: it is read, waits for its matching, is checked, waits to be taken in, and is written. Many entries
 * are posted in turns; from the first on they cannot be given up.
 */
export type ImportState = 'reading' | 'matching' | 'checking' | 'checked' | 'writing' | 'posting' | 'done' | 'failed';

/** How many rows of a file an import adds, changes, or finds in the books as they are. */
export interface ImportCounts {
  added: number;
  changed: number;
  unchanged: number;
}

/** An import on its way. */
export interface ImportResponse {
  id: string;
  subject: ImportSubject;
  name: string;
  state: ImportState;
  /** Rows done of all rows, while it is read or checked. */
  progress: { done: number; total: number } | null;
  /** How the file was read, where that is not plain. */
  notes: string[];
  /** What is worth knowing beside the numbers: how amounts were read, what is still unknown. */
  remarks: string[];
  /** The mark by which decimals were parted, where amounts have any. */
  decimal: '.' | ',' | null;
  rows: number;
  headings: HeadingResponse[];
  /** What the import would do, or has done. */
  result: ImportCounts | null;
  /** The first problems, each at `rows.<line>.<column>`, and how many there are. */
  problems: Problem[];
  problemCount: number;
}
