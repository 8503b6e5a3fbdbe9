import type { Headings, TrialBalanceStage, WorksheetColumn } from '@just-ledger/core';
import { HEADINGS, TRIAL_BALANCE_STAGES, PAPER_SIZES, type PaperSize } from '@just-ledger/core';
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

/** Which worksheet. */
export class WorksheetQuery {
  @IsOptional() @IsString() @MaxLength(10) asAt?: string;
  /** A date, meaning its end, or a UTC moment. */
  @IsOptional() @IsString() @MaxLength(30) asKnownOn?: string;
  /** Adjusting entries before this date count whole in the unadjusted columns. */
  @IsOptional() @IsString() @MaxLength(10) adjustmentsFrom?: string;
  @IsOptional() @IsIn(['true', 'false']) zeros?: string;
  /** A second date: its adjusted balances stand beside those at the first. */
  @IsOptional() @IsString() @MaxLength(10) against?: string;
  /** The name of a breakdown: what stands within each of its values, or within one of them. */
  @IsOptional() @IsString() @MaxLength(80) breakdown?: string;
  /** The name of a value of it: only what names that value, or one that stands under it. */
  @IsOptional() @IsString() @MaxLength(120) value?: string;
  /** Only what names no value of it. */
  @IsOptional() @IsIn(['true', 'false']) unnamed?: string;
}

/** A trial balance as a file. */
export class PrintedTrialBalanceQuery extends TrialBalanceQuery {
  /** The size of the paper; A4 where left out. */
  @IsOptional() @IsIn(PAPER_SIZES) size?: PaperSize;
}

/** A worksheet as a file. */
export class PrintedWorksheetQuery extends WorksheetQuery {
  /** Some of its pairs of columns, parted by commas; all that have something where left out. */
  @IsOptional() @IsString() @MaxLength(120) show?: string;
  /** How headings stand; not at all where left out. */
  @IsOptional() @IsIn(HEADINGS) headings?: Headings;
  /** Numbers of headings that stand the other way than the rest, parted by spaces. */
  @IsOptional() @IsString() @MaxLength(4000) turned?: string;
  /** The size of the paper; A4 where left out. */
  @IsOptional() @IsIn(PAPER_SIZES) size?: PaperSize;
}

/** What changed in some days since a moment. */
export class ChangesQuery {
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
  /** A date, meaning its end, or a UTC moment; if left out the days were last locked or closed then, or they ended. */
  @IsOptional() @IsString() @MaxLength(30) since?: string;
}

/** What changed, as a file. */
export class PrintedChangesQuery extends ChangesQuery {
  /** The size of the paper; A4 where left out. */
  @IsOptional() @IsIn(PAPER_SIZES) size?: PaperSize;
}

/** An account with an amount that is another than it was; debit positive where nothing else is said. */
export interface ChangedAmountResponse {
  account: string;
  name: string;
  then: string;
  now: string;
  change: string;
}

/** An entry that was posted since. */
export interface EntrySinceResponse {
  number: string;
  date: string;
  postedAt: string;
  by: string;
  explanation: string;
  amount: string;
}

/** What some days brought otherwise than was known at a moment, and the entries that made it. */
export interface ChangesResponse {
  from: string;
  to: string;
  /** A date or a UTC moment. */
  since: string;
  /** When the days, or part of them, were locked or closed, the latest first. */
  moments: { at: string; what: string }[];
  rows: ChangedAmountResponse[];
  /** Closing entries left out, the first thousand. */
  entries: EntrySinceResponse[];
  /** How many there are in all. */
  count: number;
}

/** A debit and a credit beside each other; empty where there is nothing. */
export interface SidesResponse {
  debit: string;
  credit: string;
}

/** What each pair of columns of a worksheet holds. */
export type WorksheetSides = Record<WorksheetColumn, SidesResponse>;

/** A row of a worksheet: an account, a heading with both sides of what stands under it, or earlier results (no number). */
export interface WorksheetRowResponse {
  account: string;
  name: string;
  heading: boolean;
  /** The number of the heading it stands under, and how many it stands under in all. */
  parent: string | null;
  depth: number;
  statement: 'income-statement' | 'balance-sheet' | null;
  columns: WorksheetSides;
  /** What single adjusting entries put on it, unless there are too many to name. */
  adjustments: ({ letter: string; entry: string; reversal: boolean } & SidesResponse)[];
  /** What stands within each value asked for, debit positive. */
  across: string[];
}

/** The worksheet: the trial balance in all its stages, the statements it leads to, and what it is compared with. */
export interface WorksheetResponse {
  asAt: string;
  adjustmentsFrom: string;
  against: string | null;
  rows: WorksheetRowResponse[];
  totals: WorksheetSides;
  /** Added to the debits of the income statement and to the credits of the balance sheet; negative for a loss. */
  result: string;
  resultName: string;
  /** The adjusting entries in the order of their letters; how many there are in all. */
  adjustingEntries: { letter: string; entry: string; date: string; explanation: string; reversal: boolean }[];
  adjustingEntriesInAll: number;
  /** The values across, one without a name for what names none; what each comes to, nothing where it balances. */
  values: { value: string | null; sum: string }[];
  /** Whether debits equal credits within each value of the breakdown that is asked for. */
  selfBalancing: boolean;
  /** Whether the date's year, or its last period, has been closed up to the date. */
  closed: boolean;
  note: string | null;
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
