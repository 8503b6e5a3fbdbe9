import type { FormerClosingResponse } from '@just-ledger/contract';
import { type CurrencyCode, dayOf, longDate } from '@just-ledger/core';
import layout from '../../ui/layout.module.css';
import { ChangedAccounts } from '../trial-balance/changed-accounts.js';
import { EntryLinks } from './entry-links.js';

/** What a closing brings otherwise than the one that was taken back, with what was posted in between. */
export function FormerClosing({ former, currency }: { former: FormerClosingResponse; currency: CurrencyCode }) {
  const { closedAt, reopenedAt, reopenedBy, reason, entries, rows } = former;
  const day = (moment: string): string => longDate(dayOf(moment));
  return (
    <section className={layout.belowClose} aria-labelledby="former-closing">
      <h2 id="former-closing" className="minor">
        Against the closing of {day(closedAt)}
      </h2>
      <p className="soft small">
        Reopened {day(reopenedAt)} by {reopenedBy}
        {reason && `: ${reason}`}. {entries.length > 0 ? 'Posted since: ' : 'Nothing was posted since.'}
        <EntryLinks numbers={entries} />
      </p>
      {rows.length === 0 ? (
        <p className="small">Closing brings every account what it brought then.</p>
      ) : (
        <ChangedAccounts rows={rows} currency={currency} label="What closing brings" />
      )}
    </section>
  );
}
