import { IsVersion } from '../looked-at.js';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsOptional, IsString, MaxLength, ValidateNested } from 'class-validator';

/** A day on which no business is done, besides Saturdays and Sundays. */
export class HolidayRequest {
  @IsString() @MaxLength(10) date!: string;
  @IsOptional() @IsString() @MaxLength(80) name?: string;
}

/** All holidays of an organisation. */
export class HolidaysRequest {
  @IsArray()
  @ArrayMaxSize(1_000)
  @ValidateNested({ each: true })
  @Type(() => HolidayRequest)
  holidays!: HolidayRequest[];
  /** The version of the list that was looked at. */
  @IsVersion() version!: number;
}

/** All holidays of an organisation, in the order of their dates. */
export interface HolidaysResponse {
  holidays: { date: string; name: string }[];
  version: number;
}
