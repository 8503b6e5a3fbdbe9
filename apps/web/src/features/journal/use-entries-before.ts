import type { EntryResponse } from '@just-ledger/contract';
import { accountsUsed, hasSameWords } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { entriesBeforeQuery } from '../../api/journal-queries.js';
import { useSettled } from '../../ui/use-settled.js';
import { stands } from './stands.js';

/** Fewer letters of an explanation tell nothing. */
const FEWEST = 3;

/** What entries like the one at hand were written as. */
export interface EntriesBefore {
  /** The accounts they used, the most likely first. */
  readonly usedBefore: readonly string[];
  /** The latest with the very same explanation, if it was written by hand. */
  readonly same: EntryResponse | undefined;
}

const NOTHING: EntriesBefore = { usedBefore: [], same: undefined };

/** What was posted before under the same explanation, or one that has its words. */
export function useEntriesBefore(explanation: string): EntriesBefore {
  const { organisation } = useBooks();
  const text = useSettled(explanation.trim());
  const { data } = useQuery({ ...entriesBeforeQuery(organisation.id, text), enabled: text.length >= FEWEST });
  const before = useMemo(() => {
    const written = ({ kind }: EntryResponse): boolean => kind === 'ordinary' || kind === 'adjusting';
    const entries = data?.entries.filter((entry) => written(entry) && stands(entry)) ?? [];
    return {
      usedBefore: accountsUsed(text, entries),
      same: entries.find((entry) => hasSameWords(entry.explanation, text)),
    };
  }, [data, text]);
  // what was found for an explanation that stands there no more is not offered: the entry may have been posted since
  return hasSameWords(explanation, text) ? before : NOTHING;
}
