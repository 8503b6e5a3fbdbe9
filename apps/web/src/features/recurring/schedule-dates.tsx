import type { RecurringJournalResponse } from '@just-ledger/contract';
import { addMonths, parseCivilDate, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { recurringPreviewQuery } from '../../api/recurring-queries.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { Instalments } from './instalments.js';

const STATES = { posted: 'posted', skipped: 'skipped', drafted: 'a draft', due: 'due', 'to-come': '' } as const;

/** The dates of a schedule with what they came to, or come to as the books stand; for a loan, all instalments. */
export function ScheduleDates({ journal }: { journal: RecurringJournalResponse }) {
  const address = useAddress();
  const { organisation, currency, today } = useBooks();
  const { data, error } = useQuery(recurringPreviewQuery(organisation.id, journal.id, addMonths(today, 12)));
  if (error) return <ErrorMessage error={error} />;
  if (!data) return null;
  if (data.instalments) return <Instalments rows={data.instalments} occurrences={data.occurrences} />;
  return (
    <div className={layout.above}>
      <h2 className="minor">Its dates</h2>
      <table className={clsx(ruled.table, ruled.tight)}>
        <tbody>
          {data.occurrences.map(({ nominal, date, state, amount, entry, reason, lacks }) => (
            <tr key={nominal}>
              <td className="nowrap">{shortDate(parseCivilDate(date))}</td>
              <td>
                {entry ? (
                  <Link className="act" to={address.href('journal', { entry })}>
                    {entry}
                  </Link>
                ) : (
                  <span className="soft">
                    {STATES[state]}
                    {reason ? `: ${reason}` : ''}
                    {lacks && state === 'due' ? `. ${lacks.message}` : ''}
                  </span>
                )}
              </td>
              <td className="num">{amount === '' ? '' : shown(amount, currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {data.occurrences.length === 0 && <p className="soft">None in the next twelve months.</p>}
    </div>
  );
}
