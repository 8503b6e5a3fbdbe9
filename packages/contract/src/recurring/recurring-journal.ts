import { Type } from 'class-transformer';
import { IsInt, IsObject, IsOptional, IsString, MaxLength, MinLength, ValidateNested } from 'class-validator';
import { EntryLineRequest } from '../journal/entry.js';
import { ArrayMaxSize, IsArray } from 'class-validator';

/** When it falls due. */
export class ScheduleRequest {
  @IsString() @MaxLength(10) unit!: string;
  @IsInt() every!: number;
  /** A day of the month, or `last`; by default the day of `from`. */
  @IsOptional() day?: number | 'last';
  @IsString() @MaxLength(10) from!: string;
  @IsOptional() @IsString() @MaxLength(10) until?: string;
  @IsOptional() @IsInt() count?: number;
}

/** What each occurrence posts. */
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

/** A recurring journal to keep. */
export class RecurringJournalRequest {
  @IsString() @MinLength(1, { message: 'Enter a name.' }) @MaxLength(120) name!: string;
  @IsObject() @ValidateNested() @Type(() => ScheduleRequest) schedule!: ScheduleRequest;
  @IsObject() @ValidateNested() @Type(() => RecurringEntryRequest) entry!: RecurringEntryRequest;
  /** The version that was looked at, when one is changed. */
  @IsOptional() @IsInt() version?: number;
}

/** One date of a recurring journal to post. */
export class PostOccurrenceRequest {
  @IsString() @MaxLength(10) date!: string;
}

/** One date of a recurring journal to leave out. */
export class SkipOccurrenceRequest {
  @IsString() @MaxLength(10) date!: string;
  @IsString() @MinLength(1, { message: 'Say why.' }) @MaxLength(200) reason!: string;
}

/** One date and what became of it. */
export interface OccurrenceResponse {
  date: string;
  state: 'posted' | 'skipped' | 'due' | 'to-come';
  entry: string | null;
  reason: string | null;
}

/** A recurring journal with its dates in the running fiscal year and all that are due. */
export interface RecurringJournalResponse {
  id: number;
  name: string;
  schedule: ScheduleRequest;
  scheduleWords: string;
  entry: RecurringEntryRequest;
  amount: string;
  endedOn: string | null;
  occurrences: OccurrenceResponse[];
  /** The next twelve dates from today on. */
  next: string[];
  version: number;
}

/** What posting all that is due did. */
export interface PostDueResponse {
  posted: { journal: string; date: string; entry: string }[];
  /** What stays due because it lies in a locked month or a closed year, and what to do. */
  left: { journal: string; date: string; message: string }[];
}
