import { IsVersion } from '../looked-at.js';
import {
  type Age,
  AMOUNT_SOURCES,
  type AmountSource,
  BUSINESS_DAY_RULES,
  type BusinessDayRule,
  BY_ITSELF,
  type ByItself,
  DAY_COUNTS,
  type DayCount,
  keysOf,
  MOST_COUNTED,
  REPAYMENTS,
  type Repayment,
  REVERSAL_RULES,
  type ReversalRule,
  SHARED_FIGURES,
  SPREAD_MEASURES,
  type SpreadMeasure,
  type TargetRule,
  TARGETS,
  WEEKDAYS,
  type Weekday,
} from '@just-ledger/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  MaxLength,
  MinLength,
  ValidateNested,
} from 'class-validator';
import { EntryLineRequest } from '../journal/entry.js';

/** A weekday of the month: its first to fifth, or its last. */
export class WeekdayOfMonthRequest {
  @IsIn([1, 2, 3, 4, 5, 'last']) nth!: number | 'last';
  @IsIn([...WEEKDAYS]) weekday!: Weekday;
}

/** When it falls due. */
export class ScheduleRequest {
  /** week, month, quarter or year. */
  @IsString() @MaxLength(10) unit!: string;
  @IsInt() every!: number;
  /** A day of the month, `last`, or -2 for the last but one; by default the day of `from`. */
  @IsOptional() day?: number | 'last';
  /** Instead of a day. */
  @IsOptional()
  @IsObject()
  @ValidateNested()
  @Type(() => WeekdayOfMonthRequest)
  weekday?: WeekdayOfMonthRequest;
  @IsString() @MaxLength(10) from!: string;
  /** The last nominal date there may be, itself included. */
  @IsOptional() @IsString() @MaxLength(10) until?: string;
  /** How many nominal dates there are. */
  @IsOptional() @IsInt() count?: number;
  /** What becomes of a date that is no business day; as it is if left out. */
  @IsOptional() @IsIn([...BUSINESS_DAY_RULES]) businessDay?: BusinessDayRule;
}

/** What each occurrence posts. Where amounts are computed, those of the lines say in which proportion they share them. */
export class RecurringEntryRequest {
  @IsOptional() @IsString() @MaxLength(20) kind?: string;
  @IsString() @MaxLength(1000) explanation!: string;
  @IsOptional() @IsString() @MaxLength(200) reference?: string;
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => EntryLineRequest)
  lines!: EntryLineRequest[];
}

/** A percentage of an account: of what stands on it at the date, or of what moved since the date before. */
export class ShareOfAccountRequest {
  @IsString() @MaxLength(40) account!: string;
  /** By default the balance. It counts positive on the account’s normal side. */
  @IsOptional() @IsIn([...SHARED_FIGURES]) of?: (typeof SHARED_FIGURES)[number];
  @IsString() @MaxLength(12) percent!: string;
  /** For interest, how days make a year; 30/360 if left out. */
  @IsOptional() @IsIn([...DAY_COUNTS]) dayCount?: DayCount;
}

/** An amount spread over all dates. */
export class SpreadRequest {
  @IsString() @MaxLength(40) total!: string;
  /** By default each date has the same share. */
  @IsOptional() @IsIn([...SPREAD_MEASURES]) by?: SpreadMeasure;
  /** By months or days: the first and last day that the amount is for. */
  @IsOptional() @IsString() @MaxLength(10) first?: string;
  @IsOptional() @IsString() @MaxLength(10) last?: string;
}

/** An asset that a schedule writes off by itself. */
export class OwnAssetRequest {
  @IsString() @MaxLength(80) name!: string;
  @IsString() @MaxLength(40) cost!: string;
  @IsOptional() @IsString() @MaxLength(40) residual?: string;
  @IsString() @MaxLength(10) acquired!: string;
  /** straight-line, declining or sum-of-years-digits. */
  @IsString() @MaxLength(30) method!: string;
  /** Years. */
  @IsOptional() @IsString() @MaxLength(10) life?: string;
  /** Declining balance: per cent a year; twice the straight-line rate if left out. */
  @IsOptional() @IsString() @MaxLength(12) rate?: string;
}

/** Depreciation since the date before: of a class of the asset register, or of an asset said here. */
export class DepreciationRequest {
  @IsOptional() @IsString() @MaxLength(80) assetClass?: string;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => OwnAssetRequest) asset?: OwnAssetRequest;
  /** For an asset said here: its expense, and the account of its accumulated depreciation. */
  @IsOptional() @IsString() @MaxLength(40) expense?: string;
  @IsOptional() @IsString() @MaxLength(40) accumulated?: string;
}

/** A loan that is paid back over all dates. */
export class LoanRequest {
  /** What is owed on the day it is drawn. */
  @IsString() @MaxLength(40) principal!: string;
  /** Per cent a year. */
  @IsString() @MaxLength(12) rate!: string;
  /** By default 30/360. */
  @IsOptional() @IsIn([...DAY_COUNTS]) dayCount?: DayCount;
  /** What stays the same: the whole instalment, which is the default, or the principal in it. */
  @IsOptional() @IsIn([...REPAYMENTS]) repayment?: Repayment;
  /** The day from which interest runs. */
  @IsString() @MaxLength(10) drawn!: string;
  /** The account of what is owed, that of the interest, and the one it is paid from. */
  @IsString() @MaxLength(40) account!: string;
  @IsString() @MaxLength(40) interestAccount!: string;
  @IsString() @MaxLength(40) paymentAccount!: string;
}

/** An account that is brought to where it is to stand, against another one. */
export class TargetRequest {
  @IsString() @MaxLength(40) account!: string;
  @IsString() @MaxLength(40) against!: string;
  /** What says where: a count, what customers owe by age, or the result of the year so far. */
  @IsIn(keysOf(TARGETS)) by!: TargetRule;
  /** Of the result: per cent. */
  @IsOptional() @IsString() @MaxLength(12) percent?: string;
  /** By age: per cent of what is open; of ages left out, nothing. */
  @IsOptional() @IsObject() percents?: Partial<Record<Age, string>>;
}

/** Where the amounts of a recurring journal come from. */
export class AmountTermsRequest {
  /** By default fixed. */
  @IsOptional() @IsIn(Object.keys(AMOUNT_SOURCES)) amounts?: AmountSource;
  @IsOptional()
  @IsObject()
  @ValidateNested()
  @Type(() => ShareOfAccountRequest)
  share?: ShareOfAccountRequest;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => SpreadRequest) spread?: SpreadRequest;
  @IsOptional()
  @IsObject()
  @ValidateNested()
  @Type(() => DepreciationRequest)
  depreciation?: DepreciationRequest;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => LoanRequest) loan?: LoanRequest;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => TargetRequest) target?: TargetRequest;
}

/** A recurring journal to keep, or what holds of it from a date on. */
export class RecurringJournalRequest extends AmountTermsRequest {
  @IsString() @MinLength(1, { message: 'Enter a name.' }) @MaxLength(120) name!: string;
  @IsObject() @ValidateNested() @Type(() => ScheduleRequest) schedule!: ScheduleRequest;
  @IsObject() @ValidateNested() @Type(() => RecurringEntryRequest) entry!: RecurringEntryRequest;
  /** When each entry is reversed by itself: on the day after, or on the first of the month after; never if left out. */
  @IsOptional() @IsIn([...REVERSAL_RULES]) reverses?: ReversalRule;
  /** What the server does when a date comes: wait, which is the default, lay a draft, or post. */
  @IsOptional() @IsIn([...BY_ITSELF]) byItself?: ByItself;
  /** When one is changed: the nominal date from which this holds; from the first one not yet posted if left out. */
  @IsOptional() @IsString() @MaxLength(10) changesFrom?: string;
  /** The version that was looked at, when one is changed. */
  @IsOptional() @IsVersion() version?: number;
}

/** Dates that do not fall due: from a day, today if left out, and until another, or until it is taken up again. */
export class PauseRequest {
  @IsVersion() version!: number;
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) until?: string;
}

/** An item that was counted: how many, and what one costs; plain decimals. */
export class CountedItemRequest {
  @IsString() @MaxLength(200) item!: string;
  @IsString() @MaxLength(40) quantity!: string;
  @IsString() @MaxLength(40) cost!: string;
}

/** A document of which more or less is doubtful than its age says: per cent of what is open. */
export class DoubtedDocumentRequest {
  /** Name or number. */
  @IsString() @MaxLength(120) contact!: string;
  @IsString() @MaxLength(120) document!: string;
  @IsString() @MaxLength(12) percent!: string;
}

/** What is known of one date only, where its amounts follow from it. */
export class FactsOfDateRequest {
  /** The nominal date, or the business day it was moved to. */
  @IsString() @MaxLength(10) date!: string;
  /** What was counted: item by item, … */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_COUNTED)
  @ValidateNested({ each: true })
  @Type(() => CountedItemRequest)
  counted?: CountedItemRequest[];
  /** … or in one sum. */
  @IsOptional() @IsString() @MaxLength(40) countedSum?: string;
  /** Documents that were looked at one by one. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => DoubtedDocumentRequest)
  doubted?: DoubtedDocumentRequest[];
}

/** One date of a recurring journal to post. */
export class PostOccurrenceRequest extends FactsOfDateRequest {
  /** The version of the recurring journal that was looked at. */
  @IsVersion() version!: number;
  /** What this one comes to: shared out over the lines in proportion to what they would have been. */
  @IsOptional() @IsString() @MaxLength(40) amount?: string;
  /** What the reckoning was shown to bring: refused if the books make it something else by now. */
  @IsOptional() @IsString() @MaxLength(40) change?: string;
  /** Or the lines of this one. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => EntryLineRequest)
  lines?: EntryLineRequest[];
}

/** One date of a recurring journal to lay as a draft. */
export class DraftOccurrenceRequest extends FactsOfDateRequest {
  /** The version of the recurring journal that was looked at. */
  @IsVersion() version!: number;
}

/** One date of a recurring journal to leave out. */
export class SkipOccurrenceRequest {
  /** The version of the recurring journal that was looked at. */
  @IsVersion() version!: number;
  @IsString() @MaxLength(10) date!: string;
  @IsString() @MinLength(1, { message: 'Say why.' }) @MaxLength(200) reason!: string;
}

/** Up to which day dates are shown. */
export class OccurrencesQuery {
  @IsOptional() @IsString() @MaxLength(10) until?: string;
}

/** Which of what is due is posted: all, if nothing is said. */
export class PostDueQuery {
  /** Only what is dated up to this day. */
  @IsOptional() @IsString() @MaxLength(10) until?: string;
  /** Only adjusting entries. */
  @IsOptional() @IsIn(['adjusting']) kind?: 'adjusting';
}

/** What the server did by itself has been read, up to a moment. */
export class ToldRequest {
  @IsString() @MaxLength(30) until!: string;
}

/** One date and what became of it. */
export interface OccurrenceResponse {
  /** The date of the schedule: what identifies it. */
  nominal: string;
  /** The date of its entry. */
  date: string;
  state: 'posted' | 'skipped' | 'drafted' | 'due' | 'to-come';
  /** Due on a day before today. */
  isLate: boolean;
  entry: string | null;
  reason: string | null;
  /** The draft that was laid for it and waits, or was discarded. */
  draft: number | null;
  isDiscarded: boolean;
}

/** A date with what it posted or would post: to come, as the books stand. */
export interface ProposedOccurrenceResponse extends OccurrenceResponse {
  amount: string;
  lines: EntryLineRequest[];
  /** How the amounts were found, where an account is brought to where it is to stand. */
  reckoning: ReckoningResponse | null;
  /** Where something has to be counted: what was counted before, to begin from. */
  countedBefore: CountedItemRequest[] | null;
  /** Why it cannot be posted as it is: its month is shut, its amount or a count is asked for, or something else; nothing where it can. */
  lacks: { what: 'open-month' | 'amount' | 'count' | 'other'; message: string } | null;
}

/** One step of a reckoning; what does not apply is null. */
export interface ReckonedRowResponse {
  what: string;
  quantity: string | null;
  cost: string | null;
  of: string | null;
  percent: string | null;
  amount: string;
}

/** How it was found where an account is to stand, and what brings it there; amounts on its normal side. */
export interface ReckoningResponse {
  by: TargetRule;
  rows: ReckonedRowResponse[];
  target: string;
  standing: string;
  change: string;
}

/** One instalment of a loan. */
export interface InstalmentResponse {
  date: string;
  payment: string;
  interest: string;
  principal: string;
  balance: string;
}

/** The dates of a recurring journal and what they come to; for a loan, all its instalments. */
export interface RecurringPreviewResponse {
  occurrences: ProposedOccurrenceResponse[];
  instalments: InstalmentResponse[] | null;
}

/** What held of a recurring journal from a nominal date on. */
export interface RecurringVersionResponse extends AmountTermsRequest {
  from: string;
  schedule: ScheduleRequest;
  scheduleWords: string;
  amounts: AmountSource;
  entry: RecurringEntryRequest;
  reverses: ReversalRule | null;
  byItself: ByItself;
  madeBy: string;
  madeAt: string;
  /** Who approved that it posts by itself. */
  approvedBy: string | null;
}

/** A recurring journal with its dates in the running fiscal year and all that are due. */
export interface RecurringJournalResponse extends RecurringVersionResponse {
  id: number;
  name: string;
  /** What its next date comes to, or its last. */
  amount: string;
  endedOn: string | null;
  pauses: { from: string; until: string | null }[];
  occurrences: OccurrenceResponse[];
  /** The next twelve dates from today on. */
  next: string[];
  /** What held before, the first first; the last is what holds. */
  versions: RecurringVersionResponse[];
  version: number;
}

/** How many dates are due, and how many the server settled by itself that nobody has been told of. */
export interface RecurringStandingResponse {
  due: number;
  done: number;
}

/** A date on the line of time. */
export interface TimeLineOccurrenceResponse extends ProposedOccurrenceResponse {
  journal: number;
  name: string;
  /** Of the recurring journal. */
  version: number;
}

/** What is late, and the months that come with what falls into them. */
export interface TimeLineResponse {
  months: { month: string; total: string; occurrences: TimeLineOccurrenceResponse[] }[];
  late: TimeLineOccurrenceResponse[];
  /** What the server did by itself that nobody has been told of yet. */
  done: {
    journal: number;
    name: string;
    date: string;
    what: 'posted' | 'drafted' | 'skipped';
    entry: string | null;
    draft: number | null;
    at: string;
  }[];
}

/** A line of a posted entry that is for a span of time: it is moved out of the result and comes back over that span. */
export class PrepaymentRequest {
  /** The number of the entry, and which of its lines, from 1. */
  @IsString() @MaxLength(20) entry!: string;
  @IsInt() line!: number;
  /** The first and the last day that it is for. */
  @IsString() @MaxLength(10) first!: string;
  @IsString() @MaxLength(10) last!: string;
  /** By whole and parts of months, which is the default, or by days. */
  @IsOptional() @IsIn(['months', 'days']) by?: 'months' | 'days';
  /** The account on which it stands until then. */
  @IsString() @MaxLength(40) account!: string;
}

/** The entry that moved it, and the schedule that brings it back. */
export interface PrepaymentResponse {
  entry: string;
  journal: RecurringJournalResponse;
}

/** Entries that look as if they came from one schedule, with the evidence. */
export interface AlikeEntriesResponse {
  explanation: string;
  /** From one to the next: 1, 3 or 12 months. */
  months: number;
  isSameAmount: boolean;
  /** The latest of them, to begin a schedule from. */
  latest: string;
  entries: { number: string; date: string; amount: string }[];
}

/** What posting all that is due did. */
export interface PostDueResponse {
  posted: { journal: string; date: string; entry: string }[];
  /** What stays due: it lies in a locked month or a closed year, or its amount is asked for; and what to do. */
  left: { journal: string; date: string; message: string }[];
}
