import { IsVersion } from '../looked-at.js';
import type { PostedPart, Problem, Slip, TrayKey, CurrencyCode } from '@just-ledger/core';
import { Type } from 'class-transformer';
import { IsTexts, Nullable } from '../is-texts.js';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsInt,
  IsOptional,
  IsString,
  MaxLength,
  MinLength,
  ValidateNested,
} from 'class-validator';

/** A row as it was typed: text by column, however unfinished. */
export class TakeOnRowRequest {
  @IsTexts() cells!: Record<string, string>;
}

/** A row as it should be from now on, and the version that was looked at. */
export class ChangeTakeOnRowRequest extends TakeOnRowRequest {
  @IsVersion() version!: number;
}

/** Rows to add at the end of a tray, or after one of its rows. */
export class TakeOnRowsRequest {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(20_000)
  @ValidateNested({ each: true })
  @Type(() => TakeOnRowRequest)
  rows!: TakeOnRowRequest[];
  @IsOptional() @IsInt() after?: number;
}

/** Says that the result of the old year goes where the closing of each year takes it: by share, by fund, to who drew it. */
export const CLOSING_RULES = 'closing-rules';

/** What is asked about a take-on as a whole. */
export class ChangeTakeOnRequest {
  /** The version of the take-on that was looked at. */
  @IsVersion() version!: number;
  /**
   * What takes revenue, expense, drawings and their like of the old year: the number of an equity account, or
   * {@link CLOSING_RULES}; null while nobody has said.
   */
  @Nullable() @IsOptional() @IsString() @MaxLength(40) closesInto?: string | null;
}

/** The remaining difference taken as equity, with the figure that was seen. */
export class AcceptEquityRequest {
  @IsString() @MaxLength(40) account!: string;
  /** The difference as it was shown: it must still be that. */
  @IsString() @MaxLength(40) amount!: string;
}

/** Why a signed-off take-on is opened again. */
export class ReopenTakeOnRequest {
  @IsString() @MinLength(1, { message: 'Say why.' }) @MaxLength(500) reason!: string;
}

/** An account of a tray: detail against the old trial balance; amounts debit positive. */
export interface TakeOnAccountResponse {
  number: string;
  name: string;
  detail: string;
  /** What of the detail stands in other currencies, in amounts of each. */
  foreign: { currency: CurrencyCode; amount: string }[];
  trialBalance: string | null;
  difference: string;
}

/** Whether a part has been posted, and whether what is typed now would post the same. */
export type PartState = 'nothing' | 'waiting' | 'posted' | 'changed';

/** How a tray stands. */
export interface TrayResponse {
  tray: TrayKey;
  rows: number;
  rowsWithProblems: number;
  remarks: number;
  detail: string;
  trialBalance: string | null;
  difference: string;
  accounts: TakeOnAccountResponse[];
  state: PartState;
  entries: string[];
  /** Of its rows. */
  version: number;
}

/** What stands in take-on clearing with the mark of a part. */
export interface ClearingResponse {
  part: PostedPart;
  /** What would be left if everything typed were posted; debit positive. */
  expected: string;
  /** What is left in the ledger now. */
  posted: string;
}

/** What happened to a take-on. */
export interface TakeOnEventResponse {
  event: 'signed-off' | 'reopened';
  at: string;
  by: string;
  reason: string | null;
}

/** The balances brought in for an earlier date, as they add up. */
export interface HistoryDateResponse {
  date: string;
  rows: number;
  debit: string;
  credit: string;
  outBy: string;
  /** How many accounts differ from the old trial balance; null at any other date than its own. */
  differing: number | null;
}

/** How a take-on stands as a whole. */
export interface TakeOnResponse {
  changeover: string;
  /** Whether anything has been typed or posted. */
  isBegun: boolean;
  debit: string;
  credit: string;
  /** Debits less credits of the old trial balance. */
  outBy: string;
  trays: TrayResponse[];
  /** Balances of earlier dates, each of which balances by itself; the latest first. */
  history: HistoryDateResponse[];
  clearing: ClearingResponse[];
  clearingAccount: string | null;
  /** Whether the old trial balance still holds revenue and expense of a year that has ended. */
  isUnclosed: boolean;
  closesInto: string | null;
  signedOff: { at: string; by: string } | null;
  events: TakeOnEventResponse[];
  /** What stands in the way of signing off, in sentences. */
  inTheWay: string[];
  /** Of all that is typed and settled. */
  version: number;
}

/** A row with what is wrong with it and what may be a slip. */
export interface TakeOnRowResponse {
  id: number;
  cells: Record<string, string>;
  problems: Problem[];
  remarks: { code: string; column: string; message: string }[];
  /** What the row comes to, debit positive; null while it cannot be read. */
  amount: string | null;
  /** An asset: what its method makes of it at the changeover date. */
  proposed: string | null;
  version: number;
}

/** Where a difference may come from. */
export interface SuggestionResponse {
  slip: Slip;
  sentence: string;
  evidence: string;
  lines: { tray: TrayKey; row: number }[];
  /** How likely among all that fit, from 0 to 1. */
  weight: number;
}

/** A tray with its rows and what explains its difference. */
export interface TrayRowsResponse {
  tray: TrayKey;
  rows: TakeOnRowResponse[];
  /** Of its rows. */
  version: number;
  suggestions: SuggestionResponse[];
}

/** The ids of rows that were added, in their order. */
export interface AddedRowsResponse {
  ids: number[];
}
