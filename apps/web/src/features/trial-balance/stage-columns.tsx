import { type TrialBalanceResponse } from '@just-ledger/contract';
import { type CurrencyCode, minor, parseAmount } from '@just-ledger/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, useRef } from 'react';
import { useNavigate } from 'react-router';
import { useAddress } from '../../api/address.js';
import { displayed } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import styles from './stage-columns.module.css';

/** A stage of the trial balance, or what came between two. */
export type Column = 'unadjusted' | 'adjustments' | 'adjusted' | 'post-closing';

/** The columns that can be shown. */
export const COLUMNS: readonly (readonly [Column, string])[] = [
  ['unadjusted', 'Unadjusted'],
  ['adjustments', 'Adjustments'],
  ['adjusted', 'Adjusted'],
  ['post-closing', 'Post-closing'],
];

export function StageColumns({
  unadjusted,
  adjusted,
  postClosing,
  isShown,
  currency,
}: {
  unadjusted: TrialBalanceResponse;
  adjusted: TrialBalanceResponse;
  postClosing: TrialBalanceResponse;
  isShown: ReadonlySet<Column>;
  currency: CurrencyCode;
}) {
  const address = useAddress();
  const navigate = useNavigate();
  const body = useRef<HTMLTableSectionElement>(null);
  const net = (balance: TrialBalanceResponse): Map<string, number> =>
    new Map(
      balance.rows.map((row) => [
        row.account,
        parseAmount(row.debit || '0', currency) - parseAmount(row.credit || '0', currency),
      ]),
    );
  const [before, after, closed] = [net(unadjusted), net(adjusted), net(postClosing)];
  const names = new Map(
    [unadjusted, adjusted, postClosing].flatMap((of) => of.rows.map((row) => [row.account, row.name])),
  );
  const accounts = [...names.keys()].sort((a, b) => (a === '' ? 1 : b === '' ? -1 : a < b ? -1 : 1));
  const figures: Record<Column, (account: string) => number> = {
    unadjusted: (account) => before.get(account) ?? 0,
    adjustments: (account) => (after.get(account) ?? 0) - (before.get(account) ?? 0),
    adjusted: (account) => after.get(account) ?? 0,
    'post-closing': (account) => closed.get(account) ?? 0,
  };
  const shownColumns = COLUMNS.filter(([key]) => isShown.has(key));
  const sum = (column: Column, side: 1 | -1): number =>
    accounts.reduce((all, account) => all + Math.max(side * figures[column](account), 0), 0);
  const write = (amount: number): string => (amount === 0 ? '' : displayed(minor(amount), currency));
  const onKey = (event: KeyboardEvent): void => {
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const rows = [...(body.current?.querySelectorAll<HTMLAnchorElement>('a') ?? [])];
    const at = rows.findIndex((row) => row === document.activeElement);
    rows[at + (event.key === 'ArrowDown' ? 1 : -1)]?.focus();
  };
  return (
    <table className={clsx(ruled.table, ruled.tight)}>
      <thead>
        <tr>
          <th className={styles.number}>Number</th>
          <th>Account</th>
          {shownColumns.map(([key, label]) => [
            <th key={`${key} debit`} className="num">
              {label}
              <br />
              debit
            </th>,
            <th key={`${key} credit`} className="num">
              {' '}
              <br />
              credit
            </th>,
          ])}
        </tr>
      </thead>
      <tbody ref={body} onKeyDown={onKey}>
        {accounts.map((account) => {
          const href = address.href('account', { account });
          return (
            <tr key={account} className={account ? ruled.goes : ''} onClick={() => account && void navigate(href)}>
              <td className="soft">{account}</td>
              <td>
                {account ? (
                  <a
                    className="plain"
                    href={href}
                    onClick={(event) => {
                      event.preventDefault();
                      void navigate(href);
                    }}
                  >
                    {names.get(account)}
                  </a>
                ) : (
                  <span className="brass">{names.get(account)}</span>
                )}
              </td>
              {shownColumns.map(([key]) => {
                const amount = figures[key](account);
                return [
                  <td key={`${key} debit`} className={clsx(ruled.col, 'num')}>
                    {write(Math.max(amount, 0))}
                  </td>,
                  <td key={`${key} credit`} className="num">
                    {write(Math.max(-amount, 0))}
                  </td>,
                ];
              })}
            </tr>
          );
        })}
      </tbody>
      <tfoot>
        <tr className={ruled.sums}>
          <td />
          <td>Total</td>
          {shownColumns.map(([key]) => [
            <td key={`${key} debit`} className="num">
              {displayed(minor(sum(key, 1)), currency)}
            </td>,
            <td key={`${key} credit`} className="num">
              {displayed(minor(sum(key, -1)), currency)}
            </td>,
          ])}
        </tr>
      </tfoot>
    </table>
  );
}
