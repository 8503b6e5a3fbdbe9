import { CLOSING_RULES, paths, type TakeOnResponse } from '@just-ledger/contract';
import { isPermanentEquity } from '@just-ledger/core';
import { Button, MenuItem, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './accept-equity.module.css';

/** Equity left to come out as the difference: the figure is shown, and accepted by hand. Also: where an old year is closed into. */
export function AcceptEquity({ takeOn }: { takeOn: TakeOnResponse }) {
  const { organisation, currency, today } = useBooks();
  const { data: accounts } = useQuery(accountsQuery(organisation.id, today));
  const [account, setAccount] = useState('');
  const accept = useOrganisationMutation(() =>
    api.post(paths.takeOnEquity(organisation.id), { account, amount: takeOn.outBy }),
  );
  const close = useOrganisationMutation((closesInto: string | null) =>
    api.put(paths.takeOn(organisation.id), { closesInto, version: takeOn.version }),
  );
  const equity = (accounts ?? []).filter(
    ({ element, active, heading }) => element === 'equity' && active && !heading,
  );
  if (takeOn.signedOff) return null;
  const isOut =
    Number(takeOn.outBy) !== 0 && (takeOn.trays.find(({ tray }) => tray === 'trial-balance')?.rows ?? 0) > 0;
  return (
    <Allowed act="takeOn">
      {isOut && (
        <section aria-label="The difference as equity" className={layout.above}>
          <h2 className="minor">What is left is equity?</h2>
          <p className="small soft">
            If the old books never said what equity was, it is what is left over:{' '}
            {shown(takeOn.outBy.replace(/^-/, ''), currency)} {takeOn.outBy.startsWith('-') ? 'debit' : 'credit'}. A
            slip would hide in it, so look for one first.
          </p>
          <div className={clsx(layout.row, layout.aboveClose)}>
            <TextField
              select
              label="On"
              size="small"
              value={account}
              className={styles.equityAccount}
              onChange={(event) => setAccount(event.target.value)}
            >
              {equity.map(({ number, name }) => (
                <MenuItem key={number} value={number}>
                  {number} {name}
                </MenuItem>
              ))}
            </TextField>
            <Button
              variant="outlined"
              disabled={account === '' || accept.isPending}
              onClick={() => accept.mutate(undefined)}
            >
              Accept
            </Button>
          </div>
          <ErrorMessage error={accept.error} />
        </section>
      )}
      {takeOn.isUnclosed && (
        <section aria-label="The old year" className={layout.above}>
          <h2 className="minor">The old year is not closed</h2>
          <p className="small soft">
            The old books still hold revenue, expense or drawings of a year that has ended. An entry of their own
            closes them: into one account of equity, or as the closing of each year does it.
          </p>
          <TextField
            select
            label="Closed into"
            size="small"
            value={takeOn.closesInto ?? ''}
            className={clsx(layout.aboveClose, styles.closing)}
            onChange={(event) => close.mutate(event.target.value || null)}
          >
            <MenuItem value={CLOSING_RULES}>As each year is closed</MenuItem>
            {equity
              .filter(
                (account) =>
                  account.role !== 'take-on-clearing' &&
                  isPermanentEquity({ element: account.element, role: account.role ?? undefined }),
              )
              .map(({ number, name }) => (
                <MenuItem key={number} value={number}>
                  {number} {name}
                </MenuItem>
              ))}
          </TextField>
          <ErrorMessage error={close.error} />
        </section>
      )}
    </Allowed>
  );
}
