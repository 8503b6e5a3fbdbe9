import type { EntryResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { displayed } from '../../ui/own-ways.js';
import type { EntryDoubts } from './use-entry-doubts.js';

/** What is worth a second look, each with its evidence; nothing of it stands in the way of posting. */
export function EntryDoubtsList({
  doubts: { date, sameAmounts, samePaper, due, unusual, settled },
}: {
  doubts: EntryDoubts;
}) {
  const address = useAddress();
  const { currency } = useBooks();
  if (!date && !sameAmounts && !samePaper && !due && !settled && unusual.length === 0) return null;
  return (
    <ul className={clsx(layout.plainList, layout.aboveClose, 'small brass')} aria-label="Look again" role="list">
      {date?.type === 'outside-span' && <li>The date lies outside the dates chosen at the left.</li>}
      {date?.type === 'far' && (
        <li>
          The date lies {Math.abs(date.days)} days {date.days < 0 ? 'before' : 'after'} the one proposed.
        </li>
      )}
      {due && (
        <li>
          Due by itself?{' '}
          <Link className="act" to={address.href('recurring')}>
            {due.name}
          </Link>{' '}
          waits to be posted on the same accounts, {shortDate(due.date)}.
        </li>
      )}
      {settled && (
        <li>
          The tax up to {shortDate(parseCivilDate(settled.to))} is settled by{' '}
          <Link className="act" to={address.href('journal', { entry: settled.entry })}>
            {settled.entry}
          </Link>
          : this goes into the next settlement.
        </li>
      )}
      {unusual.map(({ amount, usual }) => (
        <li key={`${usual.account} ${usual.side}`}>
          {displayed(amount, currency)} is far out of what{' '}
          <Link className="act" to={address.href('account', { account: usual.account })}>
            {usual.account}
          </Link>{' '}
          usually sees: the median of its last {usual.lines} lines is {shown(usual.median, currency)}.
        </li>
      ))}
      {sameAmounts && (
        <li>
          Posted before? <EntryOf entry={sameAmounts} /> has the same amounts on the same accounts that day.
        </li>
      )}
      {samePaper && samePaper.number !== sameAmounts?.number && (
        <li>
          Posted before? <EntryOf entry={samePaper} /> has the same paper of the same contact.
        </li>
      )}
    </ul>
  );
}

function EntryOf({ entry: { number, date, explanation } }: { entry: EntryResponse }) {
  const address = useAddress();
  return (
    <Link className="act" to={address.href('journal', { entry: number })} title={explanation}>
      {number} of {shortDate(parseCivilDate(date))}
    </Link>
  );
}
