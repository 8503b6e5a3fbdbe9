import type { ContactResponse } from '@just-ledger/contract';
import type { SentenceBooks } from './sentence-problems.js';
import type { OfferedSentence } from './offered-sentence.js';

/** What the blanks of a sentence can name, and what was said before. */
export interface SentenceChoices extends SentenceBooks {
  readonly contacts: readonly ContactResponse[];
  readonly said: readonly OfferedSentence[];
  /** Adds a contact that an account's line is to name. */
  readonly onNewContact: (account: string, name: string) => void;
}
