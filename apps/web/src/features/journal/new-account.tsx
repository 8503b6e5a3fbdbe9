import { type AccountResponse, paths } from '@just-ledger/contract';
import { elementFromNumber } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { type KeyboardEvent, useRef, useState } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Cell } from '../../ui/cell.js';
import grid from '../../ui/typed-grid.module.css';
import styles from './new-account.module.css';

/** An account that cannot be written to: why, or, where the chart has it not, added from the line, which goes on with it. */
export function NewAccount({
  typed,
  line,
  onAdded,
}: {
  /** What stands in the field: a number, a name, or both. */
  typed: string;
  /** The line, counted from 1. */
  line: number;
  onAdded: (account: AccountResponse) => void;
}) {
  const { organisation, today } = useBooks();
  const { data: accounts } = useQuery(accountsQuery(organisation.id, today));
  const known = accounts?.find((account) => account.number === typed.trim());
  if (!accounts) return null;
  return known ? (
    <div className={clsx(grid.cell, 'small brass')}>
      {known.number} {known.name} {whyNot(known)}.
    </div>
  ) : (
    <NewAccountForm typed={typed} place={`line ${line}`} onAdded={onAdded} />
  );
}

function whyNot({ heading, active }: AccountResponse): string {
  if (heading) return 'is a heading: nothing is posted to it';
  return active ? 'takes no typed entries' : 'is retired';
}

function NewAccountForm({
  typed,
  place,
  onAdded,
}: {
  typed: string;
  place: string;
  onAdded: (account: AccountResponse) => void;
}) {
  const { organisation } = useBooks();
  const [, typedNumber = '', typedName = ''] = /^([\d.-]*)\s*(.*)$/.exec(typed.trim()) ?? [];
  const row = useRef<HTMLDivElement>(null);
  const [number, setNumber] = useState(typedNumber);
  const [name, setName] = useState(typedName);
  const add = useOrganisationMutation(() =>
    api.post(paths.accounts(organisation.id), { number: number.trim(), name: name.trim() }),
  );
  const isWhole = number.trim() !== '' && name.trim() !== '';
  const send = (): void => {
    if (!isWhole || add.isPending) return;
    add.mutate(undefined, {
      onSuccess: (account) => {
        // the entry goes on behind the account
        row.current?.closest('tbody')?.querySelector<HTMLElement>('[data-column="note"] input')?.focus();
        onAdded(account);
      },
    });
  };
  const press = (event: KeyboardEvent): void => {
    if (event.key !== 'Enter' || event.ctrlKey || event.metaKey || event.altKey || !isWhole) return;
    event.preventDefault();
    event.stopPropagation();
    send();
  };
  const element = elementFromNumber(number.trim());
  return (
    <div ref={row} className={clsx(grid.cell, styles.row, 'small')} onKeyDown={press}>
      <span className="brass">not in the chart</span>
      <span className={styles.number}>
        <Cell label={`Number to add, ${place}`} value={number} placeholder="number" onChange={setNumber} />
      </span>
      <span className={styles.name}>
        <Cell label={`Name to add, ${place}`} value={name} placeholder="name" onChange={setName} />
      </span>
      {element && <span className="soft">{element}</span>}
      <button className="act" type="button" aria-disabled={!isWhole} onClick={send}>
        Add it
      </button>
      {add.error && (
        <span className="brick" role="alert">
          {add.error.message}
        </span>
      )}
    </div>
  );
}
