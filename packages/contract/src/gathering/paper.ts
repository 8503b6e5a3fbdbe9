import { IsVersion } from '../looked-at.js';
import { PAPER_STATES, type PaperState } from '@just-ledger/core';
import { IsIn, IsString, MaxLength } from 'class-validator';

/** What stands of a paper now. */
export class PaperRequest {
  @IsVersion() version!: number;
  @IsIn([...PAPER_STATES]) state!: PaperState;
  @IsString() @MaxLength(500) note!: string;
}

/** A paper to gather before the books begin. */
export interface PaperResponse {
  key: string;
  title: string;
  gives: string;
  state: PaperState;
  note: string;
  version: number;
}
