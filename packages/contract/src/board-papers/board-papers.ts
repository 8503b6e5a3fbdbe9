import { Type } from 'class-transformer';
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
  Min,
} from 'class-validator';

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
  @IsOptional() @IsInt() @Min(1) version?: number;
}

/** Which version of board papers is taken away; any where left out. */
export class BoardPapersVersionQuery {
  @IsOptional() @IsInt() @Type(() => Number) version?: number;
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
}

/** On which paper they are printed. */
export class PrintedBoardPapersQuery {
  @IsOptional() @IsIn(['a4', 'letter']) paper?: 'a4' | 'letter';
}

/** Board papers. */
export interface BoardPapersResponse {
  id: number;
  name: string;
  subtitle: string;
  reports: number[];
  signed: boolean;
  version: number;
}
