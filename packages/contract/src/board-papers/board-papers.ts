import { IsVersion, LookedAt } from '../looked-at.js';
import { type DeliveryState, PAPERS_UNITS, type PapersUnit } from '@just-ledger/core';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  MaxLength,
} from 'class-validator';

/** To so many addresses papers are sent at once. */
export const MOST_RECIPIENTS = 50;

/** Several kept reports as one document. */
export class BoardPapersRequest {
  @IsString() @MaxLength(120) name!: string;
  /** What stands under the name on the cover: for whom, for which meeting. */
  @IsString() @MaxLength(400) subtitle!: string;
  /** The ids of kept reports that everybody has, in order. */
  @IsArray() @ArrayMaxSize(40) @ArrayUnique() @IsInt({ each: true }) reports!: number[];
  /** Whether there is room to sign under the last statement. */
  @IsBoolean() signed!: boolean;
  /** For a change the version that was looked at. */
  @IsOptional() @IsVersion() version?: number;
}

/** Board papers as they were issued. */
export interface IssuedPapersResponse {
  /** Counted from 1, in the order in which they were issued. */
  place: number;
  name: string;
  /** The id of the paper that is their file. */
  attachment: number;
  /** How many entries were posted then, and the seal of the last. */
  entries: number;
  seal: string;
  issuedAt: string;
  by: string;
  /** Of the bytes of the file, in hexadecimal. */
  sha256: string;
  bytes: number;
  /** The day for which they were issued by themselves; null where somebody issued them. */
  dueOn: string | null;
  /** To whom their file went, the first first. */
  sent: SentPapersResponse[];
  /** Another one once they go to somebody else. */
  version: number;
}

/** How a file went out to one address. */
export interface SentPapersResponse {
  /** The id of the message in the outbox. */
  message: number;
  to: string;
  state: DeliveryState;
  /** How often it was tried, why it did not go out yet or will not, and when it is tried next. */
  tries: number;
  reason: string | null;
  nextTryAt: string | null;
}

/** To whom papers go when they are issued, and whether they are issued by themselves. */
export class PapersSendingRequest {
  /** E-mail addresses. */
  @IsArray()
  @ArrayMaxSize(MOST_RECIPIENTS)
  @IsString({ each: true })
  @MaxLength(254, { each: true })
  recipients!: string[];
  /** What the message says; what the file is stands under it. */
  @IsString() @MaxLength(2000) words!: string;
  /** How often they are issued by themselves; not where left out. */
  @IsOptional() @IsIn([...PAPERS_UNITS]) every?: PapersUnit;
  /** The first day on which they are. The last of a month stands for the last of each. */
  @IsOptional() @IsString() @MaxLength(10) firstDay?: string;
  /** For a change the version that was looked at. */
  @IsOptional() @IsVersion() version?: number;
}

/** To whom papers go when they are issued, and whether they are issued by themselves. */
export interface PapersSendingResponse {
  recipients: string[];
  words: string;
  every: PapersUnit | null;
  firstDay: string | null;
  /** The day on which they are issued next: today or before where something is in the way. */
  next: string | null;
  /** Why they were not issued on that day. */
  waitsFor: string | null;
  /** Who said so, and answers for it. */
  by: string;
  version: number;
}

/** Whom issued papers are sent to, with which words. */
export class SendPapersRequest extends LookedAt {
  /** E-mail addresses. */
  @IsArray()
  @ArrayMaxSize(MOST_RECIPIENTS)
  @IsString({ each: true })
  @MaxLength(254, { each: true })
  recipients!: string[];
  @IsString() @MaxLength(2000) words!: string;
}

/** Whom papers are sent to as they are issued; to nobody where left out. */
export class IssuePapersRequest extends LookedAt {
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_RECIPIENTS)
  @IsString({ each: true })
  @MaxLength(254, { each: true })
  recipients?: string[];
  @IsOptional() @IsString() @MaxLength(2000) words?: string;
}

/** Board papers. */
export interface BoardPapersResponse {
  id: number;
  name: string;
  subtitle: string;
  reports: number[];
  signed: boolean;
  version: number;
  /** Null as long as nobody has said where they go. */
  sending: PapersSendingResponse | null;
}
