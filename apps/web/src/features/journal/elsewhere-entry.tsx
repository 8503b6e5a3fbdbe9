import { endOfMonth, firstOfMonth, longDate, parseCivilDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { entryQuery } from '../../api/journal-queries.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { type JournalForm, ListedEntry } from './entry-list.js';
import styles from './entry-list.module.css';

/** An entry that a link has led to and that is not in the list at hand: above it, with the way to its month. */
export function ElsewhereEntry({
  number,
  form,
  onClose,
}: {
  number: string;
  form: JournalForm;
  onClose: () => void;
}) {
  const address = useAddress();
  const { organisation, currency, from, to } = useBooks();
  const { data: entry, error } = useQuery({ ...entryQuery(organisation.id, number), retry: false });
  const close = (
    <button className="act" type="button" onClick={onClose}>
      Close it
    </button>
  );
  if (error) {
    return (
      <div className={clsx(layout.belowClose, 'small')}>
        <ErrorMessage error={error} /> {close}
      </div>
    );
  }
  if (!entry) return null;
  const date = parseCivilDate(entry.date);
  const isInSpan = from <= date && date <= to;
  return (
    <div className={styles.elsewhere}>
      <div className={clsx(styles.entry, styles.open)}>
        <ListedEntry entry={entry} form={form} open={number} setOpen={onClose} currency={currency} />
      </div>
      <p className={clsx(layout.row, layout.aboveClose, layout.belowClose, 'small')}>
        <span className="soft">
          {isInSpan ? 'It is further down, or filtered out.' : `It is of ${longDate(date)}.`}
        </span>
        {!isInSpan && (
          <button className="act" type="button" onClick={() => address.setSpan(firstOfMonth(date), endOfMonth(date))}>
            Go to its month
          </button>
        )}
        {close}
      </p>
    </div>
  );
}
