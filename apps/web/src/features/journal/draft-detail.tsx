import type { DraftResponse } from '@just-ledger/contract';
import { clsx } from 'clsx';
import { type ReactNode } from 'react';
import { useQuery } from '@tanstack/react-query';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import { dated } from './draft-amount.js';
import { DraftTrail } from './draft-trail.js';

/** A draft as it would be posted, what it lacks, and what happened to it. */
export function DraftDetail({ draft, children }: { draft: DraftResponse; children: ReactNode }) {
  const { organisation, today, currency } = useBooks();
  const { data: accounts = [] } = useQuery(accountsQuery(organisation.id, today));
  const nameOf = (number: string | undefined): string =>
    accounts.find((account) => account.number === number)?.name ?? '';
  return (
    <>
      <h2>{draft.explanation || 'Without explanation'}</h2>
      <p className="soft small">
        {[draft.kind, dated(draft.date) || 'no date', draft.reference && `paper ${draft.reference}`]
          .filter(Boolean)
          .join(' · ')}
      </p>
      <table className={clsx(ruled.table, ruled.tight, layout.aboveClose)} aria-label="Lines of the draft">
        <tbody>
          {draft.lines.map((line, index) => (
            <tr key={index}>
              <td className={line.credit ? ruled.credited : undefined}>
                <span className="soft">{line.account}</span> {nameOf(line.account)}
                <div className="soft small">
                  {[
                    line.contact,
                    line.document,
                    line.note,
                    ...Object.values(line.breakdowns ?? {}),
                    line.taxCode && `tax ${line.taxCode}, ${line.amountIs ?? 'net'}`,
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </div>
              </td>
              <td className={clsx(ruled.col, 'num')}>{readable(line.debit, currency)}</td>
              <td className={clsx(ruled.col, 'num')}>{readable(line.credit, currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {draft.lacks.length > 0 && (
        <ul className={clsx(layout.plainList, layout.aboveClose, 'small brass')} aria-label="What it lacks">
          {[...new Set(draft.lacks.map(({ message }) => message))].map((message) => (
            <li key={message}>{message}</li>
          ))}
        </ul>
      )}
      {children}
      <DraftTrail events={draft.events} />
    </>
  );
}

/** An amount as it is read; what is none yet as it was typed. */
function readable(amount: string | undefined, currency: ReturnType<typeof useBooks>['currency']): string {
  if (!amount) return '';
  return /^-?\d+(\.\d+)?$/.test(amount) ? shown(amount, currency) : amount;
}
