import type { EntryResponse } from '@just-ledger/contract';
import { besidesTax, type CurrencyCode, parseCivilDate, restsOnPaper, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { PaperMark } from '../attachments/paper-mark.js';
import styles from './entry-list.module.css';

/** An entry in one row: what for, from where to where, how much. */
export function EntryRow({
  entry,
  currency,
  isOpen,
}: {
  entry: EntryResponse;
  currency: CurrencyCode;
  isOpen: boolean;
}) {
  return (
    <span className={styles.row}>
      <span className="nowrap">{shortDate(parseCivilDate(entry.date))}</span>
      <EntryNumber entry={entry} />
      <span className={isOpen ? 'strong' : layout.clip}>
        {entry.explanation}
        {entry.reference && <span className="soft small"> · {entry.reference}</span>}
      </span>
      <span className={clsx(layout.clip, 'soft')}>{sideOf(entry, 'credit')}</span>
      <span className={clsx(layout.clip, 'soft')}>{sideOf(entry, 'debit')}</span>
      <span className="num">{shown(entry.amount, currency)}</span>
      <span className={clsx(layout.clip, 'soft small')}>{markOf(entry)}</span>
    </span>
  );
}

/** The headings over such rows. */
export function EntryRowHeads() {
  return (
    <div className={clsx(styles.row, styles.heads)} aria-hidden="true">
      <span>Date</span>
      <span>Entry</span>
      <span>Explanation</span>
      <span>From (credit)</span>
      <span>To (debit)</span>
      <span className="num">Amount</span>
      <span />
    </div>
  );
}

/** Its number, and whether it has papers or lacks one. */
export function EntryNumber({ entry }: { entry: EntryResponse }) {
  return (
    <span className="soft nowrap">
      {entry.number} {(entry.papers.length > 0 || restsOnPaper(entry)) && <PaperMark papers={entry.papers.length} />}
    </span>
  );
}

/** The account on one side of an entry, or how many there are; tax that comes by itself is not told. */
function sideOf({ lines }: EntryResponse, side: 'debit' | 'credit'): string {
  const those = besidesTax(lines.filter((line) => line[side]));
  return those.length === 1 ? `${those[0]?.account} ${those[0]?.accountName}` : `${those.length} accounts`;
}

/** What is worth saying of an entry in a word. */
export function markOf(entry: EntryResponse): string {
  if (entry.reversedBy) return 'reversed';
  if (entry.reversesOn) return 'to reverse';
  if (entry.correctedBy.length > 0) return 'corrected';
  if (entry.corrects) return 'correction';
  if (entry.letter) return `adjusting ${entry.letter}`;
  if (entry.kind !== 'ordinary') return entry.kind;
  return entry.source === 'manual' ? '' : entry.source;
}
