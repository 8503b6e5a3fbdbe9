import { paths, type RecurringJournalResponse } from '@just-ledger/contract';
import { type CurrencyCode, parseCivilDate, shortDate } from '@just-ledger/core';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { shown } from '../../ui/money.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { RecurringForm } from './recurring-form.js';

/** What a recurring journal posts, and how it ends. */
export function JournalDetails({ journal, currency }: { journal: RecurringJournalResponse; currency: CurrencyCode }) {
  const { organisation } = useBooks();
  const [isChanging, setChanging] = useState(false);
  const end = useOrganisationMutation(() => api.delete(paths.recurringJournal(organisation.id, journal.id)));
  if (isChanging) return <RecurringForm journal={journal} onDone={() => setChanging(false)} />;
  return (
    <div style={{ padding: '4px 8px 10px', display: 'grid', gridTemplateColumns: '1.3fr 1fr', gap: 24 }}>
      <div>
        <p>{journal.entry.explanation}</p>
        <table className="ruled tight">
          <tbody>
            {journal.entry.lines.map((line, index) => (
              <tr key={index}>
                <td style={{ paddingLeft: line.credit ? 28 : 8 }}>
                  {line.account}
                  {line.contact ? ` · ${line.contact}` : ''}
                </td>
                <td className="num">{shown(line.debit ?? null, currency)}</td>
                <td className="num">{shown(line.credit ?? null, currency)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <div className="row" style={{ marginTop: 8 }}>
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
