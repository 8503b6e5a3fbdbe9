import type { SaidSentenceResponse } from '@just-ledger/contract';

/** A sentence that is offered: one said before, or a pattern with its name. */
export interface OfferedSentence extends SaidSentenceResponse {
  /** Of the pattern that it is kept as. */
  readonly name?: string;
}
