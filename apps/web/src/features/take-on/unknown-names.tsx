import { paths, type TakeOnRowResponse } from '@just-ledger/contract';
import type { TrayKey } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { type Completions, isNewContact } from './completions.js';

/** Contacts that a tray names and that are not there yet, and accounts of the old books that are not in the chart: several are added at once. */
export function UnknownNames({
  tray,
  rows,
  completions,
}: {
  tray: TrayKey;
  rows: readonly TakeOnRowResponse[];
  completions: Completions;
}) {
  const { organisation } = useBooks();
  const contacts = [
    ...new Set(
      rows.map(({ cells }) => (cells['contact'] ?? '').trim()).filter((name) => isNewContact(name, completions)),
    ),
  ];
  const accounts = [
    ...new Map(
      rows
        .map(({ cells }) => [(cells['account'] ?? '').trim(), (cells['name'] ?? '').trim()] as const)
        .filter(([number, name]) => /^\d/.test(number) && name !== '' && !completions.accountName(number)),
    ),
  ];
  const addContacts = useOrganisationMutation(async (names: readonly string[]) => {
    const roles = [tray === 'suppliers' ? 'supplier' : 'customer'];
    for (const name of names) await api.post(paths.contacts(organisation.id), { name, roles });
  });
  const addAccounts = useOrganisationMutation(async (named: readonly (readonly [string, string])[]) => {
    for (const [number, name] of named) await api.post(paths.accounts(organisation.id), { number, name });
  });
  return (
    <>
      <ErrorMessage error={addContacts.error ?? addAccounts.error} />
      {contacts.length > 1 && (
        <p className={clsx(layout.belowClose, 'brass')}>
          {contacts.length} contacts are not there yet.{' '}
          <button
            className="act"
            type="button"
            disabled={addContacts.isPending}
            onClick={() => addContacts.mutate(contacts)}
          >
            {addContacts.isPending ? 'Adding them …' : `Add all ${contacts.length}`}
          </button>
        </p>
      )}
      {tray === 'trial-balance' && accounts.length > 1 && (
        <p className={clsx(layout.belowClose, 'brass')}>
          {accounts.length} accounts are not in the chart.{' '}
          <button
            className="act"
            type="button"
            disabled={addAccounts.isPending}
            onClick={() => addAccounts.mutate(accounts)}
          >
            {addAccounts.isPending ? 'Adding them …' : `Add all ${accounts.length} as they are named`}
          </button>
        </p>
      )}
    </>
  );
}
