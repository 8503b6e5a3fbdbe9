import type { EntryResponse } from '@just-ledger/contract';
import { type CurrencyCode, parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { VirtualList } from '../../ui/virtual-list.js';
import { PaperMark } from '../attachments/paper-mark.js';
import { EntryDetail } from './entry-detail.js';
import styles from './entry-list.module.css';

/** Entries one under the other, each opening in its place. */
export function EntryList({
  entries,
  open,
  setOpen,
  currency,
  more,
}: {
  entries: readonly EntryResponse[];
  open: string;
  setOpen: (number: string | undefined) => void;
  currency: CurrencyCode;
  more: (() => void) | undefined;
}) {
  return (
    <VirtualList
      items={entries}
      keyOf={(entry) => entry.number}
      label="Entries"
      rowClass={(entry) => clsx(styles.entry, entry.number === open && styles.open)}
      onEnd={more}
    >
      {(entry) => {
        const isOpen = entry.number === open;
        return (
          <>
            <button
              type="button"
              className={clsx(styles.journalRow, 'plain')}
              data-key={entry.number}
              aria-expanded={isOpen}
              onClick={() => setOpen(isOpen ? undefined : entry.number)}
            >
              <span className="nowrap">{shortDate(parseCivilDate(entry.date))}</span>
              <span className="soft nowrap">
                {entry.number}{' '}
                {(entry.papers.length > 0 || expectsPaper(entry)) && <PaperMark papers={entry.papers.length} />}
              </span>
              <span className={isOpen ? 'strong' : layout.clip}>
                {entry.explanation}
                {entry.reference && <span className="soft small"> · {entry.reference}</span>}
              </span>
              <span className={clsx(layout.clip, 'soft')}>{fromTo(entry)}</span>
              <span className="num">{shown(entry.amount, currency)}</span>
              <span className={clsx(layout.clip, 'soft small')}>{mark(entry)}</span>
            </button>
            {isOpen && <EntryDetail entry={entry} />}
          </>
        );
      }}
    </VirtualList>
  );
}

/** From which account to which, as the sentence of an entry. */
function fromTo(entry: EntryResponse): string {
  const side = (lines: EntryResponse['lines']): string =>
    lines.length === 1 ? `${lines[0]?.account} ${lines[0]?.accountName}` : `${lines.length} accounts`;
  return `${side(entry.lines.filter((line) => line.credit))} → ${side(entry.lines.filter((line) => line.debit))}`;
}

/** Whether an entry rests on a paper: what was written by hand or came from a file, unless it undoes another one. */
function expectsPaper({ kind, source }: EntryResponse): boolean {
  return (source === 'manual' || source === 'import') && (kind === 'ordinary' || kind === 'adjusting');
}

function mark(entry: EntryResponse): string {
  if (entry.reversedBy) return 'reversed';
  if (entry.reversesOn) return 'to reverse';
  if (entry.correctedBy.length > 0) return 'corrected';
  if (entry.corrects) return 'correction';
  if (entry.letter) return `adjusting ${entry.letter}`;
  if (entry.kind !== 'ordinary') return entry.kind;
  return entry.source === 'manual' ? '' : entry.source;
}
