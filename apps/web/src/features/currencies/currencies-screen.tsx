import { dayBefore, shortDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { currenciesQuery } from '../../api/currency-queries.js';
import { Allowed } from '../../ui/allowed.js';
import { FilesLink } from '../../ui/files-link.js';
import layout from '../../ui/layout.module.css';
import { Empty, Pane, Panes, Sheet } from '../../ui/sheet.js';
import styles from './currencies.module.css';
import { CurrencyRow } from './currency-row.js';
import { CurrencySheet } from './currency-sheet.js';
import { NewCurrency } from './new-currency.js';

/** Foreign currencies with the opening and closing rate of the rail's span; the rates of one beside them. */
export default function CurrenciesScreen() {
  const { organisation, from, to } = useBooks();
  const { data: currencies } = useSuspenseQuery(currenciesQuery(organisation.id, from, to));
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, to));
  const [chosen, choose] = useSheetParam('currency');
  const [isAdding, setAdding] = useState(false);
  const currencyChosen = currencies.find(({ currency }) => currency === chosen);
  return (
    <Panes>
      <Pane>
        <Sheet
          title="Currencies"
          aside={`beside ${organisation.baseCurrency}`}
          tools={
            <>
              <Allowed act="setUp">
                <button className="act" type="button" onClick={() => setAdding(true)}>
                  Add a currency
                </button>
              </Allowed>
              {currencies.length > 0 && <FilesLink subject="rates" />}
            </>
          }
        >
          {isAdding && (
            <NewCurrency
              onDone={(added) => {
                setAdding(false);
                if (added) choose(added);
              }}
            />
          )}
          {currencies.length === 0 && !isAdding ? (
            <Empty>
              <p>
                These books are kept in {organisation.baseCurrency}. Where something is owed, owned or held in another
                currency, its rates stand here by date; entries in it take the rate of their day.
              </p>
              <p>
                <Allowed act="setUp">
                  <button className="act" type="button" onClick={() => setAdding(true)}>
                    Add the first one
                  </button>
                </Allowed>
              </p>
            </Empty>
          ) : (
            currencies.length > 0 && (
              <>
                <div className={clsx(styles.currencyRow, styles.noChoice, 'soft small')} aria-hidden="true">
                  <span />
                  <span className="num">
                    opening,
                    <br />
                    {shortDate(dayBefore(from))}
                  </span>
                  <span className="num">
                    closing,
                    <br />
                    {shortDate(to)}
                  </span>
                  <span>used by</span>
                </div>
                {currencies.map((currency) => (
                  <CurrencyRow
                    key={currency.currency}
                    currency={currency}
                    isChosen={currency.currency === chosen}
                    onChoose={() => choose(currency.currency)}
                  />
                ))}
                <p className={clsx(layout.above, 'soft small')}>
                  A rate holds from its day until the next one. Opening is the rate on the day before the span begins,
                  closing the rate on its last day, both in {organisation.baseCurrency}; in brass, the day it is from,
                  where that is more than a week before.
                </p>
              </>
            )
          )}
        </Sheet>
      </Pane>
      {currencyChosen && (
        <Pane>
          <CurrencySheet
            key={currencyChosen.currency}
            currency={currencyChosen}
            accounts={accounts}
            onLeave={() => choose(undefined)}
          />
        </Pane>
      )}
    </Panes>
  );
}
