import type { AccountResponse, ContactResponse } from '@just-ledger/contract';
import { bankChangesInWords, dayOf, longDate } from '@just-ledger/core';
import { useQueries } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { wherePaidQuery } from '../../api/contact-queries.js';
import notice from '../../ui/notice.module.css';

/** A line that may pay somebody, as it is typed. */
interface PayingLine {
  readonly account: string;
  readonly contact: string;
}

/** Whoever is about to pay somebody is told that where it is paid was changed, until it has been paid there. */
export function WherePaidNotice({
  lines,
  accounts,
  contacts,
}: {
  /** The lines that debit an account. */
  lines: readonly PayingLine[];
  accounts: readonly AccountResponse[];
  contacts: readonly ContactResponse[];
}) {
  const { organisation } = useBooks();
  const paid = paidBy(lines, accounts, contacts);
  const found = useQueries({ queries: paid.map(({ id }) => wherePaidQuery(organisation.id, id)) });
  return paid.map(({ id, name }, index) => {
    const change = found[index]?.data?.change;
    if (!change) return null;
    return (
      <div key={id} className={notice.error} role="status">
        Where {name} is paid was changed on {longDate(dayOf(change.at))} by {change.by}, and nothing has been paid to
        it since: {bankChangesInWords(change.fields)}. Ask {name} by a way you know before you pay.
      </div>
    );
  });
}

/** The contacts of lines on payables. */
function paidBy(
  lines: readonly PayingLine[],
  accounts: readonly AccountResponse[],
  contacts: readonly ContactResponse[],
): ContactResponse[] {
  const found = lines.flatMap(({ account, contact }) => {
    const typed = contact.trim().toLowerCase();
    const number = account.trim().split(' ')[0];
    if (typed === '' || accounts.find((known) => known.number === number)?.control !== 'payables') return [];
    return contacts.find(({ name, number }) => name.toLowerCase() === typed || number === contact.trim()) ?? [];
  });
  return [...new Set(found)];
}
