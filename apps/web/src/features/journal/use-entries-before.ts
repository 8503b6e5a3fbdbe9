import type { EntriesResponse, EntryResponse } from '@just-ledger/contract';
import { accountsUsed, contactsUsed, hasSameWords, paperWords } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { entriesBeforeQuery, entriesWithContactQuery } from '../../api/journal-queries.js';
import { useSettled } from '../../ui/use-settled.js';
import type { EntryForm } from './entry-form.js';
import { stands } from './stands.js';

/** Fewer letters of an explanation tell nothing. */
const FEWEST = 3;

/** What entries like the one at hand were written as. */
export interface EntriesBefore {
  /** The accounts they used, the most likely first. */
  readonly usedBefore: readonly string[];
  /** The contacts they named, the most likely first. */
  readonly contactsBefore: readonly string[];
  /** The latest with the very same explanation, if it was written by hand. */
  readonly same: EntryResponse | undefined;
}

/** What was posted before under the same explanation, or one that has its words; then with the same contact, or such a paper. */
export function useEntriesBefore({ explanation, reference, lines }: EntryForm): EntriesBefore {
  const { organisation } = useBooks();
  const text = useSettled(explanation.trim());
  const contact = useSettled(lines.find((line) => line.contact.trim() !== '')?.contact.trim() ?? '');
  const paper = useSettled(paperWords(reference));
  const { data: alike } = useQuery({
    ...entriesBeforeQuery(organisation.id, text),
    enabled: text.length >= FEWEST,
  });
  const { data: withContact } = useQuery({
    ...entriesWithContactQuery(organisation.id, contact),
    enabled: contact.length >= FEWEST,
  });
  const { data: ofPaper } = useQuery({
    ...entriesBeforeQuery(organisation.id, paper),
    enabled: paper.length >= FEWEST,
  });
  // what was found for an explanation that stands there no more is not offered: the entry may have been posted since
  const isCurrent = hasSameWords(explanation, text);
  return useMemo(() => {
    const found = isCurrent && text.length >= FEWEST ? writtenOf(alike) : [];
    const others = [...writtenOf(withContact), ...writtenOf(ofPaper)];
    const each = (used: typeof accountsUsed): string[] => [...new Set([...used(text, found), ...used(text, others)])];
    return {
      usedBefore: each(accountsUsed),
      contactsBefore: each(contactsUsed),
      same: found.find((entry) => hasSameWords(entry.explanation, text)),
    };
  }, [alike, withContact, ofPaper, text, isCurrent]);
}

/** Those of some entries that were written by hand and stand. */
function writtenOf(answer: EntriesResponse | undefined): EntryResponse[] {
  const written = ({ kind }: EntryResponse): boolean => kind === 'ordinary' || kind === 'adjusting';
  return answer?.entries.filter((entry) => written(entry) && stands(entry)) ?? [];
}
