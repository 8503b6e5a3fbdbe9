import { paths, type RecurringJournalResponse } from '@just-ledger/contract';
import { type CurrencyCode, parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './journal-details.module.css';
import { RecurringForm } from './recurring-form.js';

/** What a recurring journal posts, and how it ends. */
export function JournalDetails({ journal, currency }: { journal: RecurringJournalResponse; currency: CurrencyCode }) {
  const { organisation } = useBooks();
  const [isChanging, setChanging] = useState(false);
  const end = useOrganisationMutation(() => api.delete(paths.recurringJournal(organisation.id, journal.id)));
  if (isChanging) return <RecurringForm journal={journal} onDone={() => setChanging(false)} />;
  return (
    <div className={styles.details}>
      <div>
        <p>{journal.entry.explanation}</p>
        <table className={clsx(ruled.table, ruled.tight)}>
          <tbody>
            {journal.entry.lines.map((line, index) => (
              <tr key={index}>
                <td className={line.credit ? ruled.credited : undefined}>
                  {line.account}
                  {line.contact ? ` · ${line.contact}` : ''}
                </td>
                <td className="num">{shown(line.debit ?? null, currency)}</td>
                <td className="num">{shown(line.credit ?? null, currency)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <div className={clsx(layout.row, layout.aboveClose)}>
          <button className="act small" type="button" onClick={() => setChanging(true)}>
            change
          </button>
          {!journal.endedOn && (
            <button className="act small" type="button" onClick={() => end.mutate(undefined)}>
              end it today
            </button>
          )}
        </div>
        <ErrorMessage error={end.error} />
      </div>
      <div>
        <h2 className="minor">The next twelve</h2>
        <p className="soft small">
          {journal.next.length === 0
            ? 'none'
            : journal.next.map((date) => shortDate(parseCivilDate(date))).join(', ')}
        </p>
      </div>
    </div>
  );
}
