import { PAPER_SIZES, type PaperSize } from '@just-ledger/core';
import { IsIn, IsOptional } from 'class-validator';

/** What is printed of which nothing else is asked. */
export class PrintedQuery {
  /** The size of the paper; A4 where left out. */
  @IsOptional() @IsIn(PAPER_SIZES) size?: PaperSize;
}
