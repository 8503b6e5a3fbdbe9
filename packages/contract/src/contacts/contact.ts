import { ArrayMaxSize, IsArray, IsOptional, IsString, MaxLength } from 'class-validator';

/** A contact to add. */
export class ContactRequest {
  @IsString() @MaxLength(200) name!: string;
  /** Given by itself if left out. */
  @IsOptional() @IsString() @MaxLength(40) number?: string;
  @IsArray() @ArrayMaxSize(10) @IsString({ each: true }) roles!: string[];
}

/** A contact. */
export interface ContactAnswer {
  id: number;
  number: string;
  name: string;
  roles: string[];
  version: number;
}
