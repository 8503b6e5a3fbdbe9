import { type CurrencyResponse } from '@just-ledger/contract';
import { dayBefore } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { currencyName } from '../../ui/choice-fields.js';
import layout from '../../ui/layout.module.css';
import styles from './currencies.module.css';
import { HeldRate } from './held-rate.js';

export function CurrencyRow({
  currency,
  isChosen,
  onChoose,
}: {
  currency: CurrencyResponse;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const { from, to } = useBooks();
  const users = [
    currency.accounts.length > 0 &&
      (currency.accounts.length === 1 ? `account ${currency.accounts[0]}` : `${currency.accounts.length} accounts`),
    currency.contacts > 0 && (currency.contacts === 1 ? '1 contact' : `${currency.contacts} contacts`),
  ].filter(Boolean);
  return (
    <button
      type="button"
      className={clsx(styles.currencyRow, isChosen && styles.chosen, 'plain')}
      aria-current={isChosen}
      onClick={onChoose}
    >
      <span className={layout.clip}>
        <span className="strong">{currency.currency}</span>{' '}
        <span className="soft small">{currencyName(currency.currency)}</span>
      </span>
      <HeldRate rate={currency.opening} on={dayBefore(from)} what="opening" />
      <HeldRate rate={currency.closing} on={to} what="closing" />
      <span className="soft small">{users.join(', ') || 'nothing yet'}</span>
    </button>
  );
}
