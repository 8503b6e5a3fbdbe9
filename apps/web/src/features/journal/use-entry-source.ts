import type { DraftResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { entryQuery, openedDraftQuery, patternsQuery } from '../../api/journal-queries.js';
import type { EntryForm } from './entry-form.js';
import { formLike } from './entry-request.js';
import { formOfPattern } from './pattern-form.js';

/** What a new entry begins with, on a date as it is shown. */
export interface Beginning {
  /** Said beside the title. */
  readonly told: string;
  readonly formOn: (date: string) => EntryForm;
}

/** What the address says an entry goes on from: a draft, an entry that was posted, a pattern, or nothing. */
export function useEntrySource() {
  const { organisation, currency } = useBooks();
  const [draft] = useSheetParam('draft');
  const [like] = useSheetParam('like');
  const [pattern] = useSheetParam('pattern');
  const opened = useQuery({ ...openedDraftQuery(organisation.id, draft), enabled: draft !== '' });
  const before = useQuery({ ...entryQuery(organisation.id, like), enabled: like !== '' });
  const patterns = useQuery(patternsQuery(organisation.id));
  const kept = patterns.data?.find(({ id }) => String(id) === pattern);
  const isGone = pattern !== '' && patterns.data !== undefined && !kept;
  const beginning = ((): Beginning | undefined => {
    if (like !== '' && before.data) {
      const entry = before.data;
      const told = `like ${entry.number} of ${shortDate(parseCivilDate(entry.date))}`;
      return { told, formOn: (date) => formLike(entry, date, currency) };
    }
    if (pattern === '' || !kept) return undefined;
    return { told: `from the pattern “${kept.name}”`, formOn: (date) => formOfPattern(kept, date, currency) };
  })();
  const isNew = draft === '' && like === '' && pattern === '';
  return {
    /** Tells one source from another. */
    key: [draft || 'new', like, pattern].join(' '),
    isNew,
    isDraft: draft !== '',
    draft: draft === '' ? undefined : (opened.data as DraftResponse | undefined),
    beginning,
    isThere: isNew || (draft !== '' ? opened.data !== undefined : beginning !== undefined),
    error:
      opened.error ?? before.error ?? (isGone ? new Error('There is no such pattern any more.') : patterns.error),
  };
}
