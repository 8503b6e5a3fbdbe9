import { IsVersion } from '../looked-at.js';
import {
  type CurrencyCode,
  DAY_BOOKS,
  type DayBook,
  type DraftEvent,
  type DraftState,
  type EntryKind,
  type EntrySource,
  PAPER_FILTERS,
  PAPER_SIZES,
  type PaperSize,
  type PlanEvent,
  type Problem,
  REVERSED_FILTERS,
  type Side,
} from '@just-ledger/core';
import { type EntryPaperResponse, MOST_PAPERS } from '../attachments/attachment.js';
import { IsTexts } from '../is-texts.js';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';

/** A line of an entry; account by number, amounts as decimal text. */
export class EntryLineRequest {
  @IsString() @MaxLength(40) account!: string;
  @IsOptional() @IsString() @MaxLength(40) debit?: string;
  @IsOptional() @IsString() @MaxLength(40) credit?: string;
  @IsOptional() @IsString() @MaxLength(400) note?: string;
  @IsOptional() @IsString() @MaxLength(200) contact?: string;
  @IsOptional() @IsTexts() breakdowns?: Record<string, string>;
  @IsOptional() @IsString() @MaxLength(3) currency?: string;
  @IsOptional() @IsString() @MaxLength(40) foreignAmount?: string;
  @IsOptional() @IsString() @MaxLength(40) rate?: string;
  @IsOptional() @IsString() @MaxLength(40) ratePerBase?: string;
  @IsOptional() @IsString() @MaxLength(10) dueDate?: string;
  @IsOptional() @IsString() @MaxLength(80) document?: string;
  @IsOptional() @IsString() @MaxLength(10) documentDate?: string;
  @IsOptional() @IsString() @MaxLength(80) ownNumber?: string;
  @IsOptional() @IsString() @MaxLength(20) movement?: string;
  @IsOptional() @IsBoolean() cashBasis?: boolean;
  /** The code of its tax, whether the tax is in the amount, and by how much it is more than its rate comes to. */
  @IsOptional() @IsString() @MaxLength(40) taxCode?: string;
  @IsOptional() @IsIn(['net', 'gross']) amountIs?: 'net' | 'gross';
  @IsOptional() @IsString() @MaxLength(40) taxAdjustment?: string;
  /** The tax as it was posted before: its rate, what it is reckoned on, and its side on a line that is tax itself. */
  @IsOptional() @IsString() @MaxLength(40) taxRate?: string;
  @IsOptional() @IsString() @MaxLength(40) taxBase?: string;
  @IsOptional() @IsIn(['debit', 'credit']) taxSide?: Side;
  /** The papers behind it. */
  @IsOptional() @IsArray() @ArrayMaxSize(MOST_PAPERS) @ArrayUnique() @IsInt({ each: true }) attachments?: number[];
}

/** An entry to post. */
export class EntryRequest {
  @IsString() @MaxLength(10) date!: string;
  @IsOptional() @IsString() @MaxLength(20) kind?: string;
  @IsString() @MaxLength(1000) explanation!: string;
  @IsOptional() @IsString() @MaxLength(200) reference?: string;
  /** The day of the supply, where it is another than the entry's. */
  @IsOptional() @IsString() @MaxLength(40) supplyDate?: string;
  /** The number of the entry that it corrects. */
  @IsOptional() @IsString() @MaxLength(20) corrects?: string;
  /** The day on which it is reversed by itself. */
  @IsOptional() @IsString() @MaxLength(10) reversesOn?: string;
  /** The papers behind the whole of it. */
  @IsOptional() @IsArray() @ArrayMaxSize(MOST_PAPERS) @ArrayUnique() @IsInt({ each: true }) attachments?: number[];
  @IsArray()
  @ArrayMaxSize(10_000)
  @ValidateNested({ each: true })
  @Type(() => EntryLineRequest)
  lines!: EntryLineRequest[];
}

/** So many entries are posted as a set. */
export const MOST_IN_A_SET = 500;

/** Entries to post together: all of them, or none. */
export class EntrySetRequest {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_IN_A_SET)
  @ValidateNested({ each: true })
  @Type(() => EntryRequest)
  entries!: EntryRequest[];
}

/** The opposite entry, on a date. */
export class ReverseRequest {
  @IsString() @MaxLength(10) date!: string;
  @IsOptional() @IsString() @MaxLength(1000) explanation?: string;
}

/** The day on which an entry is to be reversed by itself. */
export class PlanReversalRequest {
  @IsString() @MaxLength(10) date!: string;
  /** The day that it was planned for as it was looked at; left out where it was planned for none. */
  @IsOptional() @IsString() @MaxLength(10) was?: string;
}

/** Why an entry is not to be reversed after all. */
export class GiveUpReversalRequest {
  /** The day that it was planned for as it was looked at. */
  @IsString() @MaxLength(10) was!: string;
  @IsString() @MaxLength(1000) reason!: string;
}

/** A line of a draft: as unfinished as it is. */
export class DraftLine {
  @IsOptional() @IsString() @MaxLength(40) account?: string;
  /** Where its amount belongs, as long as it has none: patterns are kept without amounts as well. */
  @IsOptional() @IsIn(['debit', 'credit']) side?: 'debit' | 'credit';
  @IsOptional() @IsString() @MaxLength(80) debit?: string;
  @IsOptional() @IsString() @MaxLength(80) credit?: string;
  @IsOptional() @IsString() @MaxLength(400) note?: string;
  @IsOptional() @IsString() @MaxLength(200) contact?: string;
  @IsOptional() @IsString() @MaxLength(3) currency?: string;
  @IsOptional() @IsString() @MaxLength(40) foreignAmount?: string;
  @IsOptional() @IsString() @MaxLength(40) rate?: string;
  @IsOptional() @IsString() @MaxLength(40) ratePerBase?: string;
  @IsOptional() @IsString() @MaxLength(80) document?: string;
  @IsOptional() @IsString() @MaxLength(40) documentDate?: string;
  @IsOptional() @IsString() @MaxLength(40) dueDate?: string;
  @IsOptional() @IsString() @MaxLength(80) ownNumber?: string;
  @IsOptional() @IsString() @MaxLength(40) taxCode?: string;
  @IsOptional() @IsIn(['net', 'gross']) amountIs?: 'net' | 'gross';
  @IsOptional() @IsString() @MaxLength(40) taxAdjustment?: string;
  @IsOptional() @IsTexts() breakdowns?: Record<string, string>;
  @IsOptional() @IsArray() @ArrayMaxSize(MOST_PAPERS) @ArrayUnique() @IsInt({ each: true }) attachments?: number[];
}

/** An entry not yet posted, out of balance or not. */
export class DraftRequest {
  @IsOptional() @IsString() @MaxLength(20) date?: string;
  @IsOptional() @IsString() @MaxLength(20) kind?: string;
  @IsOptional() @IsString() @MaxLength(1000) explanation?: string;
  @IsOptional() @IsString() @MaxLength(200) reference?: string;
  /** The day of the supply, where it is another than the entry's. */
  @IsOptional() @IsString() @MaxLength(40) supplyDate?: string;
  /** The number of the entry that it corrects. */
  @IsOptional() @IsString() @MaxLength(20) corrects?: string;
  /** The day on which it is to be reversed by itself. */
  @IsOptional() @IsString() @MaxLength(40) reversesOn?: string;
  @IsOptional() @IsArray() @ArrayMaxSize(MOST_PAPERS) @ArrayUnique() @IsInt({ each: true }) attachments?: number[];
  @IsArray() @ArrayMaxSize(10_000) @ValidateNested({ each: true }) @Type(() => DraftLine) lines!: DraftLine[];
  @IsOptional() @IsBoolean() forReview?: boolean;
  /** The version that was looked at, when a draft is changed. */
  @IsOptional() @IsVersion() version?: number;
}

/** A draft to post: as it was kept, or as it stands where it was looked at. */
export class PostDraftRequest {
  @IsVersion() version!: number;
  /** What is posted instead of what was kept. */
  @IsOptional() @IsObject() @ValidateNested() @Type(() => EntryRequest) entry?: EntryRequest;
}

/** Drafts to keep together: all of them, or none. */
export class DraftSetRequest {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_IN_A_SET)
  @ValidateNested({ each: true })
  @Type(() => DraftRequest)
  drafts!: DraftRequest[];
}

/** An entry to keep under a name, with its amounts or without them. */
export class PatternRequest {
  @IsString() @MaxLength(120) name!: string;
  @IsObject() @ValidateNested() @Type(() => DraftRequest) entry!: DraftRequest;
  /** The version that was looked at, when a pattern is changed. */
  @IsOptional() @IsVersion() version?: number;
}

/** A draft in the version that was looked at. */
export class LookedAtDraft {
  @IsInt() id!: number;
  @IsVersion() version!: number;
}

/** Drafts to post together as they were kept: all of them, or none. */
export class PostDraftsRequest {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_IN_A_SET)
  @ArrayUnique<LookedAtDraft>(({ id }) => id)
  @ValidateNested({ each: true })
  @Type(() => LookedAtDraft)
  drafts!: LookedAtDraft[];
}

/** Why a draft goes back to who prepared it. */
export class SendBackRequest {
  @IsString() @MaxLength(1000) reason!: string;
  @IsVersion() version!: number;
}

/** Something said about a draft. */
export class DraftNoteRequest {
  @IsString() @MaxLength(1000) text!: string;
}

/** Which drafts to list: those that wait, or those that were discarded. */
export class DraftsQuery {
  @IsOptional() @IsIn(['discarded']) state?: 'discarded';
}

/** Of which accounts it is asked what they usually see. */
export class UsualAmountsQuery {
  /** Their numbers, parted by commas. */
  @IsString() @MaxLength(2_000) accounts!: string;
}

/** What an account usually sees on one side. */
export interface UsualAmountsResponse {
  account: string;
  side: Side;
  /** How many lines it is drawn from. */
  lines: number;
  median: string;
  /** Below and above these an amount is far out of it. */
  from: string;
  to: string;
}

/** So many vouchers are printed at once. */
export const MOST_VOUCHERS = 500;

/** So many entries are printed as a journal, or written into a workbook, at once. */
export const MOST_PRINTED = 20_000;

/** What entries are filtered by. */
export class EntryFilter {
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
  @IsOptional() @IsString() @MaxLength(200) text?: string;
  @IsOptional() @IsString() @MaxLength(20) kind?: string;
  @IsOptional() @IsString() @MaxLength(40) source?: string;
  @IsOptional() @IsString() @MaxLength(200) contact?: string;
  /** An amount that one of their lines has, or all of their debits; or the least and the most of it. */
  @IsOptional() @IsString() @MaxLength(40) amount?: string;
  @IsOptional() @IsString() @MaxLength(40) amountFrom?: string;
  @IsOptional() @IsString() @MaxLength(40) amountTo?: string;
  /** The number of a paper that one of their lines names. */
  @IsOptional() @IsString() @MaxLength(120) document?: string;
  /** The values of breakdowns that they name, as a file does: `Fund: Roof; Site: Mill`. */
  @IsOptional() @IsString() @MaxLength(400) breakdowns?: string;
  /** The name of who posted them. */
  @IsOptional() @IsString() @MaxLength(200) by?: string;
  /** The day book they stand in, from what their lines touch. */
  @IsOptional() @IsIn(DAY_BOOKS) book?: DayBook;
  /** Those that have a paper, or those that lack one that they rest on. */
  @IsOptional() @IsIn(PAPER_FILTERS) paper?: (typeof PAPER_FILTERS)[number];
  /** Those that were reversed, or those that stand: neither reversed nor reversing. */
  @IsOptional() @IsIn(REVERSED_FILTERS) reversed?: (typeof REVERSED_FILTERS)[number];
}

/** Which entries to list. */
export class EntriesQuery extends EntryFilter {
  @IsOptional() @IsString() @MaxLength(40) account?: string;
  @IsOptional() @IsInt() @Min(1) @Max(500) @Type(() => Number) limit?: number;
  /** The `next` of another page: what is older; or a day and `.0`: what was before that day. */
  @IsOptional() @IsString() @MaxLength(60) after?: string;
  /** The `previous` of another page: what is newer. */
  @IsOptional() @IsString() @MaxLength(60) before?: string;
}

/** The journal as it is printed. */
export class PrintedEntriesQuery extends EntriesQuery {
  /** The size of the paper; A4 where left out. */
  @IsOptional() @IsIn(PAPER_SIZES) size?: PaperSize;
}

/** A posted line. */
export interface LineResponse {
  account: string;
  accountName: string;
  debit: string | null;
  credit: string | null;
  note: string | null;
  contact: string | null;
  currency: CurrencyCode | null;
  foreignAmount: string | null;
  rate: string | null;
  ratePerBase: string | null;
  dueDate: string | null;
  document: string | null;
  documentDate: string | null;
  ownNumber: string | null;
  movement: string | null;
  /** Whether it counts on the cash basis, where somebody has said so. */
  cashBasis: boolean | null;
  /** The code of its tax; the per cent as they were when it was posted; what they are of, negative on a credit note. */
  taxCode: string | null;
  taxRate: string | null;
  taxBase: string | null;
  /** On a line that is tax itself: the side on which it ordinarily stands. */
  taxSide: Side | null;
  /** On a taxed line: by how much its tax was moved, positive where that is more. */
  taxAdjustment: string | null;
  /** Names of breakdown values by the name of their breakdown. */
  breakdowns: Record<string, string> | null;
}

/** A posted entry. */
export interface EntryResponse {
  number: string;
  place: number;
  date: string;
  kind: EntryKind;
  /** The letter of an adjusting entry: `a` for the first of its fiscal year. */
  letter: string | null;
  stage: string;
  source: EntrySource;
  explanation: string;
  reference: string | null;
  /** The day of the supply, where it is another than the entry's. */
  supplyDate: string | null;
  /** The number of the entry it reverses, and of the one that reverses it. */
  reverses: string | null;
  reversedBy: string | null;
  /** The day on which it is to be reversed by itself, as long as it is not. */
  reversesOn: string | null;
  /** The number of the entry it corrects, and of those that correct it. */
  corrects: string | null;
  correctedBy: string[];
  /** The recurring journal that it is an occurrence of. */
  recurringJournal: { id: number; name: string } | null;
  papers: EntryPaperResponse[];
  postedAt: string;
  postedBy: string;
  /** The total of its debits. */
  amount: string;
  seal: string;
  lines: LineResponse[];
}

/** Entries that were posted as a set, in the order in which they were sent. */
export interface EntrySetResponse {
  entries: EntryResponse[];
}

/** One end of a sentence that was said before; the account by its number. */
export interface SentenceEndResponse {
  account: string;
  contact: string | null;
  /** Names of breakdown values by the name of their breakdown. */
  breakdowns: Record<string, string> | null;
  /** The code of the tax that is in the amount. */
  taxCode: string | null;
}

/** A sentence that simple entries were posted with before. */
export interface SaidSentenceResponse {
  from: SentenceEndResponse;
  to: SentenceEndResponse;
  explanation: string;
  /** How often, among the latest entries. */
  times: number;
  /** The number, date and amount of the latest of them. */
  number: string;
  date: string;
  amount: string;
}

/** A page of the journal, newest first. */
export interface EntriesResponse {
  entries: EntryResponse[];
  /** Where older ones are asked for, and newer ones; null where there are none. */
  next: string | null;
  previous: string | null;
  /** How many entries match in all, and their debits; null where that takes longer than the page: then it is asked for by itself. */
  count: number | null;
  amount: string | null;
}

/** How many entries match, and what their debits come to. */
export interface EntriesSumsResponse {
  count: number;
  amount: string;
}

/** Entries that have something in common with one: the same reference, document of a contact, or contact and amount. */
export interface RelatedEntriesResponse {
  by: 'reference' | 'document' | 'amount';
  /** What they have in common, as the journal is filtered by it. */
  text: string | null;
  document: string | null;
  contact: string | null;
  amount: string | null;
  entries: Pick<EntryResponse, 'number' | 'date' | 'explanation' | 'amount'>[];
}

/** Something that happened to a draft. */
export interface DraftEventResponse {
  what: DraftEvent;
  /** The reason, or the note. */
  text: string | null;
  at: string;
  by: string;
}

/** Something that happened to an entry: before it was posted; to its papers, or what was planned for its reversal, since. */
export interface EntryEventResponse {
  what: DraftEvent | PlanEvent | 'paper-attached' | 'paper-taken-off';
  /** The reason, the note, or the day that was planned. */
  text: string | null;
  at: string;
  by: string;
}

/** A draft. */
export interface DraftResponse {
  id: number;
  date: string;
  kind: string;
  explanation: string;
  reference: string;
  supplyDate: string;
  /** The number of the entry it corrects, and the day on which it is to be reversed by itself. */
  corrects: string;
  reversesOn: string;
  attachments: number[];
  lines: DraftLine[];
  state: DraftState;
  createdBy: string;
  /** Who wrote what it holds now. */
  changedBy: string;
  /** What happened to it, in its order. */
  events: DraftEventResponse[];
  /** What keeps it from being posted. */
  lacks: Problem[];
  updatedAt: string;
  version: number;
}

/** An entry that is to be reversed by itself, and is not yet. */
export interface PlannedReversalResponse {
  /** Its number. */
  entry: string;
  /** Its own date, and the day on which it is to be reversed. */
  date: string;
  reversesOn: string;
  explanation: string;
  amount: string;
  /** Who planned it. */
  by: string;
  isDue: boolean;
  /** What keeps it from being posted, if it is due. */
  message: string | null;
}

/** What an entry import posted. */
export interface EntriesImportResponse {
  posted: number;
  lines: number;
  first: string | null;
  last: string | null;
}

/** An entry that is kept under a name. */
export interface PatternResponse {
  id: number;
  name: string;
  kind: string;
  explanation: string;
  reference: string;
  lines: DraftLine[];
  createdBy: string;
  updatedAt: string;
  version: number;
}
