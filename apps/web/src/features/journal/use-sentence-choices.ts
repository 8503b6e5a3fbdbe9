import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { patternsQuery, sentencesQuery } from '../../api/journal-queries.js';
import { useTaxes } from '../tax-codes/use-taxes.js';
import { booksForDates } from './books-for-dates.js';
import { eachOnce, saidByPatterns, saidInRun } from './held-said.js';
import type { OneLine } from './one-line.js';
import type { SentenceChoices } from './sentence-choices.js';
import { useEntryChoices } from './use-entry-choices.js';
import { useNewContact } from './use-new-contact.js';

/** What the blanks of sentences can name, with what was said before, posted or in the run at hand. */
export function useSentenceChoices({ held }: OneLine, near: SentenceChoices['near']) {
  const books = useBooks();
  const { organisation, currency } = books;
  const taxes = useTaxes();
  const { accounts, writable, contacts, breakdowns } = useEntryChoices();
  const { data: posted } = useQuery(sentencesQuery(organisation.id));
  const { data: patterns } = useQuery(patternsQuery(organisation.id));
  const said = useMemo(
    () => [...saidByPatterns(patterns ?? []), ...eachOnce([...(posted ?? []), ...saidInRun(held, near, currency)])],
    [patterns, posted, held, near, currency],
  );
  const { addContact, addError } = useNewContact(accounts);
  const choices: SentenceChoices = {
    accounts: writable,
    contacts,
    breakdowns,
    taxes,
    said,
    currency,
    near,
    dates: booksForDates(books),
    onNewContact: (account, name) => addContact({ account }, name),
  };
  return { choices, accounts, addError };
}
