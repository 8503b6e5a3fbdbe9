import { IsVersion } from '../looked-at.js';
import { IsBoolean, IsOptional, IsString, MaxLength } from 'class-validator';

/** A breakdown to add. */
export class BreakdownRequest {
  @IsString() @MaxLength(80) name!: string;
  @IsOptional() @IsBoolean() selfBalancing?: boolean;
  /** The name of the value that is filled in on new lines. */
  @IsOptional() @IsString() @MaxLength(120) usualValue?: string;
}

/** A breakdown as it should be from now on, and the version that was looked at. */
export class ChangeBreakdownRequest extends BreakdownRequest {
  @IsVersion() version!: number;
}

/** A value to add. */
export class BreakdownValueRequest {
  @IsString() @MaxLength(160) name!: string;
  /** The name of the value it stands under. */
  @IsOptional() @IsString() @MaxLength(160) parent?: string;
  /** For a fund: the number of the equity account that takes its part of the result. */
  @IsOptional() @IsString() @MaxLength(40) account?: string;
  @IsOptional() @IsBoolean() active?: boolean;
}

/** A value as it should be from now on, and the version of its breakdown that was looked at. */
export class ChangeBreakdownValueRequest extends BreakdownValueRequest {
  @IsVersion() version!: number;
}

/** A value of a breakdown. */
export interface BreakdownValueResponse {
  id: number;
  name: string;
  parent: string | null;
  /** Whether others stand under it, so that it takes no lines. */
  heading: boolean;
  /** How many values it stands under. */
  depth: number;
  account: string | null;
  active: boolean;
  /** How many posted lines name it. */
  lines: number;
}

/** A breakdown with its values, each followed by those under it. */
export interface BreakdownResponse {
  id: number;
  name: string;
  selfBalancing: boolean;
  usualValue: string | null;
  /** Numbers of the accounts whose lines must name a value. */
  requiredBy: string[];
  values: BreakdownValueResponse[];
  /** Of the breakdown with its values. */
  version: number;
}
