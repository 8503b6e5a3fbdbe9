import { paperWords } from '../areas/attachments/paper-words.js';
import { accountLines } from '../areas/accounts/account-lines.js';
import { contactLines } from '../areas/contacts/contact-lines.js';
import { contactSums } from '../areas/open-items/contact-sums.js';
import { documentSums } from '../areas/open-items/document-sums.js';
import { keptReviews } from '../areas/findings/kept-reviews.js';
import { entrySums } from '../areas/journal/entry-sums.js';
import { entryWeights } from '../areas/journal/entry-weights.js';
import { journalIndex } from '../areas/journal/journal-index.js';
import { entryHabits } from '../areas/recurring/entry-habits.js';
import { entryCounts } from '../areas/periods/entry-counts.js';
import { rawSums } from '../areas/proofs/raw-sums.js';
import type { Derivation, KeptBeside } from '../platform/derived/derivation.js';

/** Everything that is derived from entries and kept beside the books. */
export const derivations: readonly Derivation[] = [
  rawSums,
  accountLines,
  contactLines,
  entryCounts,
  contactSums,
  documentSums,
  entrySums,
  entryWeights,
  entryHabits,
  journalIndex,
];

/** Everything that is kept beside the books, of entries, of papers and of what was found. */
export const keptBeside: readonly (Derivation | KeptBeside)[] = [...derivations, paperWords, keptReviews];
