import type { CashFlowResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate, withoutCashWords } from '@just-ledger/core';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { shown } from '../../ui/money.js';
import styles from './chain.module.css';
import type { Money } from './written-figure.js';

/** What one activity set against another without cash: told beside the cash-flow statement, in none of its figures. */
export function WithoutCash({
  cash,
  money,
}: {
  cash: Pick<CashFlowResponse, 'withoutCash' | 'withoutCashInAll'>;
  money: Money;
}) {
  const address = useAddress();
  const { withoutCash: listed, withoutCashInAll: all } = cash;
  if (listed.length === 0) return null;
  const amount = shown(all.amount, money.currency, money.rounding);
  return (
    <aside className={styles.told} aria-label="Without cash">
      <p>{withoutCashWords(listed.length, all.entries, amount)}</p>
      <ul>
        {listed.map(({ entry, date, explanation, amount }) => (
          <li key={entry}>
            <span>
              {shortDate(parseCivilDate(date))}, {explanation}{' '}
              <Link to={address.href('journal', { entry })} title="Open the entry">
                {entry}
              </Link>
            </span>
            <span className="num">{shown(amount, money.currency, money.rounding)}</span>
          </li>
        ))}
      </ul>
    </aside>
  );
}
