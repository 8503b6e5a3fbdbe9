import type { AccountResponse, CurrencyResponse } from '@just-ledger/contract';
import { paths } from '@just-ledger/contract';
import { CURRENCY_CODES, longDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { exchangeRatesQuery } from '../../api/currency-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { currencyName } from '../../ui/choice-fields.js';
import { Printed } from '../../ui/printed.js';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import { Trail } from '../audit-trail/trail.js';
import { ExchangeAccounts } from './exchange-accounts.js';
import { PrintedRates, RateTable } from './rate-table.js';

/** One currency: its rates by date, and where what they bring or cost goes. */
export function CurrencySheet({
  currency,
  accounts,
  onLeave,
}: {
  currency: CurrencyResponse;
  accounts: readonly AccountResponse[];
  onLeave: () => void;
}) {
  const { organisation, today } = useBooks();
  const { data: rates } = useSuspenseQuery(exchangeRatesQuery(organisation.id, currency.currency));
  const remove = useOrganisationMutation(() =>
    api.delete(paths.currency(organisation.id, currency.currency), currency),
  );
  return (
    <Sheet
      title={currency.currency}
      aside={[currencyName(currency.currency), currency.rates === 1 ? '1 rate' : `${currency.rates} rates`].join(
        ' · ',
      )}
      tools={
        <>
          <Printed
            title={`Rates of ${currency.currency}`}
            dates={longDate(today)}
            read={() => <PrintedRates currency={currency.currency} base={organisation.baseCurrency} rates={rates} />}
          />
          <button className="act" type="button" onClick={onLeave}>
            Close
          </button>
        </>
      }
    >
      <RateTable currency={currency.currency} rates={rates} />
      <ExchangeAccounts key={currency.currency} currency={currency} accounts={accounts} />
      {rates.length === 0 && (
        <p>
          <button
            className="act small"
            type="button"
            onClick={() => remove.mutate(undefined, { onSuccess: onLeave })}
          >
            remove {currency.currency} from these books
          </button>
        </p>
      )}
      <ErrorMessage error={remove.error} />
      <Trail subject="currency" object={CURRENCY_CODES.findIndex((code) => code === currency.currency) + 1} />
    </Sheet>
  );
}
