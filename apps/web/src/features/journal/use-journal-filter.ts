import { entryFiltersOf, readAmountFilter } from '@just-ledger/core';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import type { JournalFilter } from '../../api/journal-queries.js';
import { readTyped } from '../../ui/own-ways.js';
import type { ScreenProps } from '../../ui/screen-route.js';

/** What the journal is filtered by, as the address has it, and each of them to be changed. */
export function useJournalFilter(slot: ScreenProps['slot']) {
  const { currency, from, to } = useBooks();
  const [text, setText] = useSheetParam('text', slot);
  const [account, setAccount] = useSheetParam('account', slot);
  const [kind, setKind] = useSheetParam('kind', slot);
  const [amount, setAmount] = useSheetParam('amount', slot);
  const [contact, setContact] = useSheetParam('contact', slot);
  const [document, setDocument] = useSheetParam('document', slot);
  const [source, setSource] = useSheetParam('source', slot);
  const [by, setBy] = useSheetParam('by', slot);
  const [breakdowns, setBreakdowns] = useSheetParam('breakdowns', slot);
  const [book, setBook] = useSheetParam('book', slot);
  const [paper, setPaper] = useSheetParam('paper', slot);
  const [reversed, setReversed] = useSheetParam('reversed', slot);
  const amounts = readAmountFilter(amount, currency, readTyped);
  const named = { text, account, kind, contact, document, source, by, breakdowns, book, paper, reversed };
  const filter: JournalFilter = {
    from,
    to,
    ...entryFiltersOf((key) => named[key]),
    ...amounts,
  };
  return {
    filter,
    ...named,
    amount,
    setText,
    setAccount,
    setKind,
    setAmount,
    setContact,
    setDocument,
    setSource,
    setBy,
    setBreakdowns,
    setBook,
    setPaper,
    setReversed,
    isAmountUnread: amounts === undefined,
    isFiltered: amount !== '' || Object.values(named).some((value) => value !== ''),
    /** Whether by more than an account, which a ledger is of anyhow. */
    isFilteredBesideAccount:
      amount !== '' || Object.entries(named).some(([name, value]) => name !== 'account' && value !== ''),
    /** How many of the further ones are in use. */
    further: [contact, document, source, by, breakdowns, paper, reversed].filter((value) => value !== '').length,
  };
}
