import type { AccountResponse } from '@just-ledger/contract';
import { parseAmount, parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import type { HTMLAttributes, Key } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { displayed } from '../../ui/own-ways.js';
import styles from './sentence.module.css';
import type { OfferedSentence } from './offered-sentence.js';

/** What a blank for an account offers: an account, or a whole sentence as it was said before. */
export type Offer = { readonly account: AccountResponse } | { readonly said: OfferedSentence };

/** What is offered for a blank, under the sentence and over nothing else. */
export function SentenceOffers({
  offers,
  listbox,
  optionAt,
  accounts,
}: {
  offers: readonly Offer[];
  listbox: HTMLAttributes<HTMLUListElement>;
  optionAt: (offer: Offer, index: number) => HTMLAttributes<HTMLLIElement> & { key?: Key };
  accounts: readonly AccountResponse[];
}) {
  if (offers.length === 0) return <p className="soft small">No account, and nothing said before, has that.</p>;
  return (
    <ul {...listbox} className={styles.offers}>
      {offers.map((offer, index) => {
        const { key: _, ...option } = optionAt(offer, index);
        const isAccount = 'account' in offer;
        return (
          <li
            key={isAccount ? offer.account.number : JSON.stringify(offer.said)}
            {...option}
            className={styles.offer}
          >
            {isAccount ? (
              <AccountOffer account={offer.account} />
            ) : (
              <SaidOffer said={offer.said} accounts={accounts} />
            )}
          </li>
        );
      })}
    </ul>
  );
}

function AccountOffer({ account: { number, name, balance } }: { account: AccountResponse }) {
  const { currency } = useBooks();
  return (
    <>
      <span>
        {number} {name}
      </span>
      <span className="soft small num">balance {displayed(parseAmount(balance, currency), currency)}</span>
    </>
  );
}

function SaidOffer({ said, accounts }: { said: OfferedSentence; accounts: readonly AccountResponse[] }) {
  const { currency } = useBooks();
  const nameOf = (number: string): string => accounts.find((account) => account.number === number)?.name ?? '';
  const end = ({ account, contact }: OfferedSentence['from']): string =>
    [account, contact ?? nameOf(account)].join(' ').trim();
  return (
    <>
      <span className={clsx(styles.saidWords)}>
        {said.name === undefined ? <>“{said.explanation}”</> : <>{said.name}, a pattern</>}{' '}
        <span className="soft small">
          from {end(said.from)} to {end(said.to)}
        </span>
      </span>
      <span className="soft small num">
        {said.amount !== '' && displayed(parseAmount(said.amount, currency), currency)}
        {said.date !== '' && ` on ${shortDate(parseCivilDate(said.date))}`}
      </span>
    </>
  );
}
