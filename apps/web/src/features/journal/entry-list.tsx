import type { EntryResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { clsx } from 'clsx';
import { VirtualList } from '../../ui/virtual-list.js';
import { EntryDetail } from './entry-detail.js';
import styles from './entry-list.module.css';
import { EntryRow, EntryRowHeads } from './entry-row.js';
import { GeneralRow, GeneralRowHeads } from './general-row.js';

/** How entries are listed: in one row each, or with all their lines. */
export type JournalForm = 'list' | 'general';

interface Listed {
  form: JournalForm;
  open: string;
  setOpen: (number: string | undefined) => void;
  currency: CurrencyCode;
}

/** Entries one under the other, each opening in its place. */
export function EntryList({
  entries,
  more,
  ...listed
}: Listed & { entries: readonly EntryResponse[]; more: (() => void) | undefined }) {
  return (
    <>
      <div className={styles.headsAround}>{listed.form === 'general' ? <GeneralRowHeads /> : <EntryRowHeads />}</div>
      <VirtualList
        items={entries}
        keyOf={(entry) => entry.number}
        label="Entries"
        rowClass={(entry) => clsx(styles.entry, entry.number === listed.open && styles.open)}
        inSight={listed.open}
        onEnd={more}
      >
        {(entry) => <ListedEntry entry={entry} {...listed} />}
      </VirtualList>
    </>
  );
}

/** An entry in a list, opened or not. */
export function ListedEntry({ entry, form, open, setOpen, currency }: Listed & { entry: EntryResponse }) {
  const isOpen = entry.number === open;
  return (
    <>
      <button
        type="button"
        className={clsx(styles.opens, 'plain')}
        data-key={entry.number}
        aria-expanded={isOpen}
        onClick={() => setOpen(isOpen ? undefined : entry.number)}
      >
        {form === 'general' ? (
          <GeneralRow entry={entry} currency={currency} />
        ) : (
          <EntryRow entry={entry} currency={currency} isOpen={isOpen} />
        )}
      </button>
      {isOpen && <EntryDetail entry={entry} hasLines={form === 'list'} />}
    </>
  );
}
