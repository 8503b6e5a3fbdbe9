import { type AccountResponse, type CurrencyResponse, paths } from '@just-ledger/contract';
import { EXCHANGE_ACCOUNT_KEYS, EXCHANGE_ACCOUNTS, type ExchangeAccount } from '@just-ledger/core';
import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { ErrorMessage } from '../../ui/sheet.js';

/** Where gains and losses on a currency go, when they are realised and while they are not. */
export function ExchangeAccounts({
  currency,
  accounts,
}: {
  currency: CurrencyResponse;
  accounts: readonly AccountResponse[];
}) {
  const { organisation } = useBooks();
  const [numbers, setNumbers] = useState(
    () =>
      Object.fromEntries(EXCHANGE_ACCOUNT_KEYS.map((key) => [key, currency[key] ?? ''])) as Record<
        ExchangeAccount,
        string
      >,
  );
  const save = useOrganisationMutation(() =>
    api.put(paths.currency(organisation.id, currency.currency), {
      currency: currency.currency,
      ...numbers,
      version: currency.version,
    }),
  );
  const { at, elsewhere } = problemPlaces(save.error, EXCHANGE_ACCOUNT_KEYS);
  const isChanged = EXCHANGE_ACCOUNT_KEYS.some((key) => numbers[key] !== (currency[key] ?? ''));
  return (
    <form
      aria-label={`Gains and losses on ${currency.currency}`}
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(undefined);
      }}
    >
      <h2 style={{ marginBottom: 12 }}>Gains and losses</h2>
      <div className="particulars">
        {EXCHANGE_ACCOUNT_KEYS.map((key) => {
          const { label, element } = EXCHANGE_ACCOUNTS[key];
          return (
            <TextField
              key={key}
              select
              label={label}
              value={numbers[key]}
              onChange={(event) => setNumbers({ ...numbers, [key]: event.target.value })}
              {...at(key, key.startsWith('realised') ? 'when it is settled' : 'at the closing rate')}
            >
              <MenuItem value="">not said yet</MenuItem>
              {accounts
                .filter((one) => one.element === element && one.active && !one.heading)
                .map((one) => (
                  <MenuItem key={one.id} value={one.number}>
                    {one.number} {one.name}
                  </MenuItem>
                ))}
            </TextField>
          );
        })}
      </div>
      <ErrorMessage error={elsewhere} />
      {isChanged && (
        <Allowed isTold>
          <div className="row" style={{ margin: '12px 0' }}>
            <Button type="submit" variant="contained" disabled={save.isPending}>
              Keep
            </Button>
          </div>
        </Allowed>
      )}
    </form>
  );
}
