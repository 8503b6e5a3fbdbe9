import { IsVersion } from '../looked-at.js';
import type { RelativeSpan } from '@just-ledger/core';
import { keysOf, RELATIVE_SPANS } from '@just-ledger/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator';

/** A setting of a report, as its address has it. */
export class ReportSettingRequest {
  @IsString() @Matches(/^[a-z][a-zA-Z-]{0,39}$/) key!: string;
  @IsString() @MaxLength(400) value!: string;
}

/** A report with its settings under a name. */
export class KeptReportRequest {
  @IsString() @MaxLength(120) name!: string;
  /** The screen that shows it, as its address has it. */
  @IsString() @Matches(/^[a-z][a-z-]{0,39}$/) screen!: string;
  @IsArray()
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => ReportSettingRequest)
  settings!: ReportSettingRequest[];
  /** Days that go on with time; left out for days that stay. */
  @IsOptional() @IsIn(keysOf(RELATIVE_SPANS)) span?: RelativeSpan;
  /** The days that stay. */
  @IsOptional() @IsString() @MaxLength(10) from?: string;
  @IsOptional() @IsString() @MaxLength(10) to?: string;
  /** Whether everybody in the organisation has it; else only who keeps it. */
  @IsBoolean() shared!: boolean;
  /** For a change the version that was looked at. */
  @IsOptional() @IsVersion() version?: number;
}

/** A kept report, with the days that it has today. */
export interface KeptReportResponse {
  id: number;
  name: string;
  screen: string;
  settings: { key: string; value: string }[];
  span: RelativeSpan | null;
  /** Null where there are no such days yet. */
  from: string | null;
  to: string | null;
  shared: boolean;
  /** Who kept it. */
  by: string;
  /** Whether it is one’s own. */
  own: boolean;
  /** The moment at which it was kept as it is. */
  keptAt: string;
  version: number;
}

/** What was kept. */
export interface KeptResponse {
  id: number;
  version: number;
}
