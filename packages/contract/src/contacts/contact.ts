import { IsVersion } from '../looked-at.js';
import type { BankDetails, CurrencyCode, ContactId, FieldChange } from '@just-ledger/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';

/** Where a contact is paid. */
export class BankDetailsRequest {
  @IsOptional() @IsString() @MaxLength(50) iban?: string;
  @IsOptional() @IsString() @MaxLength(80) accountNumber?: string;
  @IsOptional() @IsString() @MaxLength(20) bic?: string;
  @IsOptional() @IsString() @MaxLength(100) holder?: string;
}

/** A contact to add. */
export class ContactRequest {
  @IsString() @MaxLength(200) name!: string;
  /** Given by itself if left out. */
  @IsOptional() @IsString() @MaxLength(40) number?: string;
  @IsArray() @ArrayMaxSize(10) @IsString({ each: true }) roles!: string[];
  @IsOptional() @IsBoolean() active?: boolean;
  /** When its documents fall due: `30`, `10 after month end`. */
  @IsOptional() @IsString() @MaxLength(40) terms?: string;
  @IsOptional() @IsString() @MaxLength(3) currency?: string;
  @IsOptional() @IsString() @MaxLength(254) email?: string;
  @IsOptional() @IsString() @MaxLength(60) phone?: string;
  @IsOptional() @IsString() @MaxLength(700) address?: string;
  /** What the contact knows the organisation by: a customer number, a membership number. */
  @IsOptional() @IsString() @MaxLength(60) ourNumber?: string;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => BankDetailsRequest) bank?: BankDetailsRequest;
}

/** A contact as it should be from now on, and the version that was looked at. */
export class ChangeContactRequest extends ContactRequest {
  @IsVersion() version!: number;
}

/** The last change of where a contact is paid, as long as nothing was paid to it since. */
export interface WherePaidResponse {
  change: { at: string; by: string; fields: FieldChange[] } | null;
}

/** Which contact takes the place of a duplicate. */
export class MergeContactRequest {
  /** The id of the contact that stays. */
  @IsInt() @Min(1) into!: ContactId;
  @IsVersion() version!: number;
}

/** A contact. */
export interface ContactResponse {
  id: ContactId;
  number: string;
  name: string;
  roles: string[];
  active: boolean;
  terms: string | null;
  currency: CurrencyCode | null;
  email: string | null;
  phone: string | null;
  address: string | null;
  ourNumber: string | null;
  bank: BankDetails | null;
  /** The id of the contact that has taken its place. */
  mergedInto: number | null;
  /** How many posted lines name it. */
  lines: number;
  version: number;
}
