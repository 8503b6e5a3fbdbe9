import type { EntryResponse } from '@just-ledger/contract';
import { type CurrencyCode, debitsFirst, parseCivilDate, shortDate, taxWords } from '@just-ledger/core';
import { clsx } from 'clsx';
import { shown } from '../../ui/money.js';
import styles from './entry-list.module.css';
import { EntryNumber, markOf } from './entry-row.js';

/** An entry as the general journal has it: every line, debits first, credits set in, the explanation under them. */
export function GeneralRow({ entry, currency }: { entry: EntryResponse; currency: CurrencyCode }) {
  return (
    <span className={styles.general}>
      <span className="nowrap">{shortDate(parseCivilDate(entry.date))}</span>
      <EntryNumber entry={entry} />
      <span className={styles.generalLines}>
        {debitsFirst(entry.lines).map((line, index) => (
          <span key={index} className={styles.generalLine}>
            <span className={line.credit ? styles.credited : undefined}>
              <span className="soft">{line.account}</span> {line.accountName}
              <span className="soft small">
                {[
                  line.contact,
                  line.document,
                  line.note,
                  ...Object.values(line.breakdowns ?? {}),
                  taxWords(line, (amount) => shown(amount, currency)),
                ]
                  .filter(Boolean)
                  .map((text) => ` · ${text}`)}
              </span>
            </span>
            <span className="num">{shown(line.debit, currency)}</span>
            <span className="num">{shown(line.credit, currency)}</span>
          </span>
        ))}
        <span className={clsx('soft', styles.explained)}>
          {[entry.explanation, entry.reference, markOf(entry)].filter(Boolean).join(' · ')}
        </span>
      </span>
    </span>
  );
}

/** The headings over such rows. */
export function GeneralRowHeads() {
  return (
    <div className={clsx(styles.general, styles.heads)} aria-hidden="true">
      <span>Date</span>
      <span>Entry</span>
      <span className={styles.generalLines}>
        <span className={styles.generalLine}>
          <span>Account and explanation</span>
          <span className="num">Debit</span>
          <span className="num">Credit</span>
        </span>
      </span>
    </div>
  );
}
