import type { ProfitSharingResponse } from '@just-ledger/contract';
import { longDate, parseCivilDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { sharingQuery } from '../../api/closing-queries.js';
import { Allowed } from '../../ui/allowed.js';
import { shown } from '../../ui/money.js';
import styles from './profit-sharing.module.css';
import { ProfitSharingForm } from './profit-sharing-form.js';

/** How partners share the result of a year: by the weights of the chart, or by what they agreed. */
export function ProfitSharing({ yearFrom }: { yearFrom: string }) {
  const { organisation, today } = useBooks();
  const { data: sharings } = useSuspenseQuery(sharingQuery(organisation.id));
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, today));
  const [isOpen, setOpen] = useState(false);
  const capitals = accounts.filter(({ role, heading, active }) => role === 'owner-capital' && !heading && active);
  const held = sharings.filter(({ from }) => from <= yearFrom).at(-1);
  const words = useSharingWords();
  if (isOpen) {
    return (
      <ProfitSharingForm
        sharing={held}
        agreed={sharings}
        from={yearFrom}
        capitals={capitals.map(({ number, name, share }) => ({ number, name, share: share ?? 0 }))}
        onDone={() => setOpen(false)}
      />
    );
  }
  return (
    <p className={styles.said}>
      {held ? words(held) : 'Partners share the result by their weights in the chart.'}{' '}
      <Allowed act="close">
        <button className="act" type="button" onClick={() => setOpen(true)}>
          {held ? 'Change what is agreed' : 'Agree salaries, interest and weights'}
        </button>
      </Allowed>
    </p>
  );
}

function useSharingWords(): (sharing: ProfitSharingResponse) => string {
  const { currency } = useBooks();
  return ({ from, interest, partners }) => {
    const salaries = partners
      .filter(({ salary }) => Number(salary) !== 0)
      .map(({ name, salary }) => `${name} ${shown(salary, currency)}`);
    const weights = partners.map(({ name, weight }) => `${name} ${weight}`).join(', ');
    return [
      `Agreed from ${longDate(parseCivilDate(from))}:`,
      salaries.length > 0 ? `salaries for a year ${salaries.join(', ')};` : 'no salaries;',
      Number(interest) === 0 ? 'no interest on capital;' : `${interest} % on the capital at the year’s start;`,
      `the rest by weight: ${weights}.`,
    ].join(' ');
  };
}
