import { SET_UP_SUBJECTS, type FieldChange, type SetUpAction, type SetUpSubject } from '@just-ledger/core';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, Min } from 'class-validator';

/** Which changes to tell; the latest first. */
export class SetUpChangesQuery {
  @IsOptional() @IsIn(Object.keys(SET_UP_SUBJECTS)) subject?: SetUpSubject;
  /** The id of one object of the subject. */
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) object?: number;
  /** Only changes before the one with this id, to read on. */
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) before?: number;
}

/** A change of the set-up. */
export interface SetUpChangeResponse {
  id: number;
  at: string;
  by: string;
  subject: SetUpSubject;
  object: number;
  title: string;
  action: SetUpAction;
  fields: FieldChange[];
}
