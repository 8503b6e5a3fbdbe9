import type { LedgerRowResponse } from '@just-ledger/contract';
import { type CurrencyCode, parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { shown, shownWithSide } from '../../ui/money.js';
import styles from './ledger-list.module.css';

/** A line of a ledger; where there is less room, in two or three rows. */
export function LedgerRow({
  row,
  foreign,
  group,
}: {
  row: LedgerRowResponse;
  /** The other currency that the account is kept in. */
  foreign: CurrencyCode | null;
  /** Which lines it cancels with, by their number. */
  group?: number | undefined;
}) {
  const { currency } = useBooks();
  const there = (amount: string | null): string => (foreign && amount !== null ? shownWithSide(amount, foreign) : '');
  const beside = [row.contact, row.document, row.note].filter(Boolean).join(' · ');
  return (
    <span className={clsx(styles.row, foreign && styles.foreign, group !== undefined && styles.cancelled)}>
      <span className="nowrap">{shortDate(parseCivilDate(row.date))}</span>
      <span className="soft nowrap">{row.entry}</span>
      <span className={styles.said}>
        {row.entry ? row.explanation : <span className="brass">{row.explanation}</span>}
        {beside && <span className="soft small"> · {beside}</span>}
        {group !== undefined && <span className="small"> · cancels {group}</span>}
        {row.opposite && <span className={clsx('soft', 'small', styles.below)}>{row.opposite}</span>}
      </span>
      <span className={clsx('soft', styles.opposite)}>{row.opposite}</span>
      <span className="num">{shown(row.debit, currency)}</span>
      <span className="num">{shown(row.credit, currency)}</span>
      <span className="num">{row.balance === null ? '' : shownWithSide(row.balance, currency)}</span>
      {foreign && (
        <span className="num">
          {there(row.foreignBalance)}
          {Number(row.foreignAmount) !== 0 && <span className="soft small"> ({there(row.foreignAmount)})</span>}
        </span>
      )}
    </span>
  );
}

/** The headings over such rows. */
export function LedgerHeads({ foreign, hasBalance }: { foreign: CurrencyCode | null; hasBalance: boolean }) {
  return (
    <div className={clsx(styles.row, styles.heads, foreign && styles.foreign)} aria-hidden="true">
      <span>Date</span>
      <span>Entry</span>
      <span className={styles.said}>Explanation</span>
      <span className={styles.opposite}>Opposite account</span>
      <span className="num">Debit</span>
      <span className="num">Credit</span>
      <span className="num">{hasBalance ? 'Balance' : ''}</span>
      {foreign && <span className="num">In {foreign}</span>}
    </div>
  );
}

/** What stands before the first line or after the last: a text, and figures under the headings. */
export function LedgerSum({
  date,
  text,
  debit,
  credit,
  balance,
  foreign,
  foreignBalance,
  isEnd = false,
}: {
  date?: string;
  text: string;
  debit?: string | undefined;
  credit?: string | undefined;
  balance?: string | undefined;
  foreign: CurrencyCode | null;
  foreignBalance?: string | null;
  isEnd?: boolean;
}) {
  const { currency } = useBooks();
  // one without a figure has no rule under it, yet keeps its place
  const figure = (text: string | undefined) => <span className={clsx('num', !text && styles.empty)}>{text}</span>;
  return (
    <div className={clsx(styles.row, foreign && styles.foreign, isEnd ? styles.end : 'soft')}>
      <span className="nowrap">{date && shortDate(parseCivilDate(date))}</span>
      <span />
      <span className={styles.said}>{text}</span>
      <span className={styles.opposite} />
      {figure(debit && shown(debit, currency))}
      {figure(credit && shown(credit, currency))}
      {figure(balance && shownWithSide(balance, currency))}
      {foreign && figure(foreignBalance ? shownWithSide(foreignBalance, foreign) : undefined)}
    </div>
  );
}
