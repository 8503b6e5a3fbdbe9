import type { ReckoningResponse } from '@just-ledger/contract';
import type { TargetRule } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { shown } from '../../ui/money.js';
import { writtenDecimal } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import styles from './reckoned-amounts.module.css';

/** What is said over the two columns that make an amount. */
const HEADS: Readonly<Record<TargetRule, readonly [string, string]>> = {
  count: ['Counted', 'One costs'],
  ages: ['Open', 'Per cent'],
  result: ['Of', 'Per cent'],
};

/** How it was found where an account is to stand: step by step, what it stands at, and what brings it there. */
export function ReckonedAmounts({
  reckoning,
  isTyped = false,
}: {
  reckoning: ReckoningResponse;
  /** Whether its steps stand above already, as they are typed. */
  isTyped?: boolean;
}) {
  const { currency } = useBooks();
  const { by, rows, target, standing, change } = reckoning;
  const amount = (text: string | null): string => shown(text, currency);
  const [first, second] = HEADS[by];
  return (
    <table className={clsx(ruled.table, ruled.tight, styles.reckoned)} aria-label="How it was found">
      <thead className={isTyped ? 'visually-hidden' : undefined}>
        <tr>
          <th>From</th>
          <th className="num">{first}</th>
          <th className="num">{second}</th>
          <th className="num">Makes</th>
        </tr>
      </thead>
      <tbody>
        {(isTyped ? [] : rows).map(({ what, quantity, cost, of, percent, amount: makes }, index) => (
          <tr key={index}>
            <td>{what}</td>
            <td className="num soft">{quantity === null ? amount(of) : writtenDecimal(quantity)}</td>
            <td className="num soft">{writtenDecimal(cost ?? percent ?? '')}</td>
            <td className="num">{amount(makes)}</td>
          </tr>
        ))}
        <tr>
          <td colSpan={3}>It is to stand at</td>
          <td className="num">{amount(target)}</td>
        </tr>
        <tr>
          <td colSpan={3}>It stands at</td>
          <td className="num soft">{amount(standing)}</td>
        </tr>
        <tr>
          <td colSpan={3} className="strong">
            The entry brings
          </td>
          <td className="num strong">{amount(change)}</td>
        </tr>
      </tbody>
    </table>
  );
}
