import { IsVersion } from '../looked-at.js';
import type {
  CivilDate,
  CurrencyCode,
  FundRestriction,
  MemberRole,
  OrganisationKind,
  PostsWhileClosing,
} from '@just-ledger/core';
import { FUND_RESTRICTIONS, ORGANISATION_KINDS, POSTS_WHILE_CLOSING } from '@just-ledger/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
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
  MinLength,
  ValidateNested,
} from 'class-validator';
import { Nullable } from '../is-texts.js';

/** A partner with a whole weight in the result. */
export class PartnerRequest {
  @IsString() @MinLength(1, { message: 'Enter a name.' }) @MaxLength(80) name!: string;
  @IsInt({ message: 'A share is a whole weight.' })
  @Min(1, { message: 'A share is at least 1.' })
  @Max(1_000_000)
  share!: number;
}

/** A fund and for what it may be spent. */
export class FundRequest {
  @IsString() @MinLength(1, { message: 'Enter a name.' }) @MaxLength(80) name!: string;
  @IsIn(Object.keys(FUND_RESTRICTIONS)) restriction!: FundRestriction;
}

/** What a starter chart is given by name. */
export class StarterWishesRequest {
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(90)
  @ValidateNested({ each: true })
  @Type(() => PartnerRequest)
  partners?: PartnerRequest[];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  shareClasses?: string[];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(60)
  @ValidateNested({ each: true })
  @Type(() => FundRequest)
  funds?: FundRequest[];
}

/** A new set of books. */
export class CreateOrganisationRequest extends StarterWishesRequest {
  @IsString() @MinLength(1, { message: 'Enter a name.' }) @MaxLength(120) name!: string;
  @IsIn([...ORGANISATION_KINDS]) kind!: OrganisationKind;
  @IsString() @MaxLength(3) baseCurrency!: string;
  @IsInt() @Min(1) @Max(12) fiscalYearStartMonth!: number;
  /** The day of that month; in one that is shorter, its last. 1 if left out. */
  @IsOptional() @IsInt() @Min(1) @Max(31) fiscalYearStartDay?: number;
  @IsString() @MaxLength(10) firstDay!: string;
  /** The last day in the old books, if there were any. */
  @IsOptional() @IsString() @MaxLength(10) changeoverDate?: string;
  /** Where it is, as the IANA database names it; where the server is if left out. */
  @IsOptional() @IsString() @MaxLength(60) timeZone?: string;
  @IsOptional() @IsBoolean() starterChart?: boolean;
}

/** What of an organisation changes; all but the name only as long as nothing posted depends on it. */
export class ChangeOrganisationRequest {
  @IsOptional() @IsString() @MinLength(1, { message: 'Enter a name.' }) @MaxLength(120) name?: string;
  @IsOptional() @IsIn([...ORGANISATION_KINDS]) kind?: OrganisationKind;
  @IsOptional() @IsString() @MaxLength(3) baseCurrency?: string;
  @IsOptional() @IsInt() @Min(1) @Max(12) fiscalYearStartMonth?: number;
  @IsOptional() @IsInt() @Min(1) @Max(31) fiscalYearStartDay?: number;
  @IsOptional() @IsString() @MaxLength(10) firstDay?: string;
  /** Null takes it away. */
  @Nullable() @IsOptional() @IsString() @MaxLength(10) changeoverDate?: string | null;
  @IsOptional() @IsString() @MaxLength(60) timeZone?: string;
  /** From this amount on entries are posted by another person than who prepared them; null for never. */
  @Nullable() @IsOptional() @IsString() @MaxLength(40) twoPeopleFrom?: string | null;
  /** Who posts into a month that is being closed. */
  @IsOptional() @IsIn([...POSTS_WHILE_CLOSING]) postsWhileClosing?: PostsWhileClosing;
  @IsVersion() version!: number;
}

/** The answers of a start that is not finished, just as they were typed. */
export class UnfinishedStartRequest {
  @IsObject() answers!: Record<string, unknown>;
}

/** An unfinished start, if there is one. */
export interface UnfinishedStartResponse {
  answers: Record<string, unknown> | null;
  updatedAt: string | null;
}

/** A set of books. */
export interface OrganisationResponse {
  id: number;
  name: string;
  kind: OrganisationKind;
  baseCurrency: CurrencyCode;
  fiscalYearStartMonth: number;
  fiscalYearStartDay: number;
  firstDay: string;
  changeoverDate: CivilDate | null;
  /** What day it is there is today for the books. */
  timeZone: string;
  /** From this amount on entries are posted by another person than who prepared them; null for never. */
  twoPeopleFrom: string | null;
  /** Who posts into a month that is being closed. */
  postsWhileClosing: PostsWhileClosing;
  role: MemberRole;
  /** The moment at which the books were archived; since then they are read only. */
  archivedAt: string | null;
  version: number;
}
