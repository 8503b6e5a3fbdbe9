import { IsVersion } from '../looked-at.js';
import type { IncomeStatementForm, StandardNote, StatementKey } from '@just-ledger/core';
import { INCOME_STATEMENT_FORMS, keysOf, STANDARD_NOTES, STATEMENTS } from '@just-ledger/core';
import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator';
import type { StatementHeading } from './statements.js';

/** Of which days the notes are told; by default the fiscal year of today up to today. */
export class NotesQuery {
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
  @IsOptional() @IsString() @MaxLength(30) asKnownOn?: string;
  /** The form of the income statement that they stand under; with several steps where left out. */
  @IsOptional() @IsIn([...INCOME_STATEMENT_FORMS]) form?: IncomeStatementForm;
}

/** A note as it is written. */
export class NoteRequest {
  @IsIn([...STATEMENTS]) statement!: StatementKey;
  /** The key of the row that it is on; left out for the whole statement, and for an account. */
  @IsOptional() @IsString() @MaxLength(60) row?: string;
  /** The number of the account whose row it is on. */
  @IsOptional() @IsString() @MaxLength(40) account?: string;
  /** Which table of the books stands in it. */
  @IsOptional() @IsIn(keysOf(STANDARD_NOTES)) standard?: StandardNote;
  @IsString() @MaxLength(120) title!: string;
  /** In paragraphs, parted by empty lines. */
  @IsString() @MaxLength(20_000) text!: string;
  /** A day of the fiscal year whose statements it is on. */
  @IsString() @MaxLength(10) of!: string;
  /** The last day of the only statements that it is on; left out for all of the year. */
  @IsOptional() @IsString() @MaxLength(10) lastDay?: string;
  /** For a change the version that was looked at. */
  @IsOptional() @IsVersion() version?: number;
}

/** Into which year notes are taken over from the one before it: a day of it. */
export class TakeNotesRequest {
  @IsString() @MaxLength(10) of!: string;
}

/** What was kept of a note. */
export interface KeptNoteResponse {
  id: number;
  version: number;
}

/** A table in a note. */
export interface NoteTableResponse {
  columns: string[];
  rows: {
    label: string;
    kind: 'heading' | 'item' | 'sum' | 'end';
    amounts: (string | null)[];
    /** Which rows it adds up, by their places; −1 where one is taken away; null for a row that is no sum. */
    terms: { at: number; sign: 1 | -1 }[] | null;
  }[];
  /** Whether the last column adds up those before it. */
  endsInTotal: boolean;
  /** Whether it ends in what the balance sheet says. */
  agrees: boolean;
}

/** A note, with its number among those of the same statements. */
export interface NoteResponse {
  id: number;
  number: number;
  statement: StatementKey;
  row: string | null;
  account: string | null;
  /** What it is on, as the statement calls it. */
  on: string;
  title: string;
  text: string;
  standard: StandardNote | null;
  /** The table of the books; null where it has none, or there is nothing to tell. */
  table: NoteTableResponse | null;
  lastDay: string | null;
  version: number;
}

/** The notes to the statements of some days, in the order of their numbers. */
export interface NotesResponse extends StatementHeading {
  from: string;
  to: string;
  /** The name of the fiscal year that they are kept with. */
  year: string;
  notes: NoteResponse[];
  /** Tables of the books that are in no note yet, and have something to tell. */
  offered: { standard: StandardNote; title: string }[];
  /** The year before, where it has notes that are not in this one yet. */
  before: { year: string; notes: number } | null;
}
