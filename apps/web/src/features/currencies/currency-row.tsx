import { type CurrencyResponse } from '@just-ledger/contract';
import { dayBefore } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { currencyName } from '../../ui/choice-fields.js';
import layout from '../../ui/layout.module.css';
import styles from './currencies.module.css';
import { HeldRate } from './held-rate.js';

export function CurrencyRow({
  currency: one,
  isChosen,
  onChoose,
}: {
  currency: CurrencyResponse;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const { from, to } = useBooks();
  const users = [
    one.accounts.length > 0 &&
      (one.accounts.length === 1 ? `account ${one.accounts[0]}` : `${one.accounts.length} accounts`),
    one.contacts > 0 && (one.contacts === 1 ? '1 contact' : `${one.contacts} contacts`),
  ].filter(Boolean);
  return (
    <button
      type="button"
      className={clsx(styles.currencyRow, isChosen && styles.chosen, 'plain')}
      aria-current={isChosen}
      onClick={onChoose}
    >
      <span className={layout.clip}>
        <span className="strong">{one.currency}</span>{' '}
        <span className="soft small">{currencyName(one.currency)}</span>
      </span>
      <HeldRate rate={one.opening} on={dayBefore(from)} what="opening" />
      <HeldRate rate={one.closing} on={to} what="closing" />
      <span className="soft small">{users.join(', ') || 'nothing yet'}</span>
    </button>
  );
}
