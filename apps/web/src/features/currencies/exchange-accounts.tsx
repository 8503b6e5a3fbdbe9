import { type AccountResponse, ChangeCurrencyRequest, type CurrencyResponse, paths } from '@just-ledger/contract';
import { EXCHANGE_ACCOUNT_KEYS, EXCHANGE_ACCOUNTS, keyedBy } from '@just-ledger/core';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { ChoiceInput } from '../../ui/form-fields.js';
import formStyles from '../../ui/form.module.css';
import layout from '../../ui/layout.module.css';
import { RequestForm } from '../../ui/request-form.js';
import { useLookedAtAlways } from '../../ui/use-looked-at.js';

/** Where gains and losses on a currency go, when they are realised and while they are not. */
export function ExchangeAccounts({
  currency: opened,
  accounts,
}: {
  currency: CurrencyResponse;
  accounts: readonly AccountResponse[];
}) {
  const { organisation } = useBooks();
  const [isTyped, setTyped] = useState(false);
  const lookedAt = useLookedAtAlways(opened, isTyped);
  const { item: currency, keep } = lookedAt;
  const { currency: code, version } = currency;
  const save = useOrganisationMutation((body: ChangeCurrencyRequest) =>
    api.put(paths.currency(organisation.id, code), body),
  );
  const numbers = keyedBy(EXCHANGE_ACCOUNT_KEYS, (key) => currency[key] ?? '');
  const usable = accounts.filter((account) => account.active && !account.heading);
  return (
    <RequestForm
      of={ChangeCurrencyRequest}
      label={`Gains and losses on ${code}`}
      values={numbers}
      lookedAt={lookedAt}
      toRequest={(typed): ChangeCurrencyRequest => ({ currency: code, ...typed, version })}
      send={async (request) => keep(await save.mutateAsync(request))}
      onTyped={setTyped}
      foot={({ isPending, isDirty }) =>
        isDirty && (
          <Allowed act="setUp" isTold>
            <div className={clsx(formStyles.foot, layout.row)}>
              <Button type="submit" variant="contained" disabled={isPending}>
                Save
              </Button>
            </div>
          </Allowed>
        )
      }
    >
      <h2>Gains and losses</h2>
      <div className={formStyles.particulars}>
        {EXCHANGE_ACCOUNT_KEYS.map((key) => (
          <ChoiceInput
            key={key}
            name={key}
            label={EXCHANGE_ACCOUNTS[key].label}
            hint={key.startsWith('realised') ? 'when it is settled' : 'at the closing rate'}
            none="not said yet"
            choices={usable.filter(({ element }) => element === EXCHANGE_ACCOUNTS[key].element)}
            keyOf={({ number }) => number}
            labelOf={({ number, name }) => `${number} ${name}`}
          />
        ))}
      </div>
    </RequestForm>
  );
}
