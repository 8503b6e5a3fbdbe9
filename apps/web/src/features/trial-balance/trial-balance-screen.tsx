import { paths, type TrialBalanceResponse, withQuery } from '@just-ledger/contract';
import {
  type CurrencyCode,
  longDate,
  minor,
  parseAmount,
  parseCivilDate,
  type TrialBalanceStage,
} from '@just-ledger/core';
import { TextField } from '@mui/material';
import { useSuspenseQueries } from '@tanstack/react-query';
import { type KeyboardEvent, useRef } from 'react';
import { useNavigate } from 'react-router';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';

import { trialBalanceQuery } from '../../api/trial-balance-queries.js';
import { displayed, typedDay } from '../../ui/own-ways.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';

type Column = 'unadjusted' | 'adjustments' | 'adjusted' | 'post-closing';
const COLUMNS: readonly (readonly [Column, string])[] = [
  ['unadjusted', 'Unadjusted'],
  ['adjustments', 'Adjustments'],
  ['adjusted', 'Adjusted'],
  ['post-closing', 'Post-closing'],
];

/** The trial balance, its stages as columns that can be shown or hidden; each figure opens its account's ledger. */
export default function TrialBalanceScreen({ slot }: ScreenProps) {
  const { organisation, currency, to } = useBooks();
  const [zeros, setZeros] = useSheetParam('zeros', slot);
  const [known, setKnown] = useSheetParam('known', slot);
  const [columns, setColumns] = useSheetParam('columns', slot);
  const isShown = new Set<Column>(
    (columns || (slot === 'beside' ? 'adjusted' : 'unadjusted.adjustments.adjusted')).split('.') as Column[],
  );
  const asKnownOn = typedDay(known, to) ?? '';
  const stages: TrialBalanceStage[] = ['unadjusted', 'adjusted', 'post-closing'];
  const answers = useSuspenseQueries({
    queries: stages.map((stage) => trialBalanceQuery(organisation.id, to, stage, zeros !== '', asKnownOn)),
  });
  const [unadjusted, adjusted, postClosing] = answers.map((answer) => answer.data);
  if (!unadjusted || !adjusted || !postClosing) return null;
  const toggle = (column: Column): void => {
    const next = COLUMNS.map(([key]) => key).filter((key) => (key === column ? !isShown.has(key) : isShown.has(key)));
    setColumns(next.join('.') || 'adjusted');
  };
  const stage = isShown.has('adjusted') ? 'adjusted' : isShown.has('post-closing') ? 'post-closing' : 'unadjusted';
  return (
    <Sheet
      title="Trial balance"
      aside={`as at ${longDate(parseCivilDate(to))}${asKnownOn ? `, as known on ${longDate(parseCivilDate(asKnownOn))}` : ''}`}
      tools={
        <a
          className="act"
          href={withQuery(paths.trialBalanceCsv(organisation.id), {
            asAt: to,
            stage,
            zeros: zeros && 'true',
            asKnownOn,
          })}
          download="trial-balance.csv"
        >
          Save as CSV
        </a>
      }
    >
      <div className="row small" style={{ marginBottom: 8, gap: 16 }}>
        <span className="soft">columns</span>
        {COLUMNS.map(([key, label]) => (
          <button
            key={key}
            type="button"
            className={isShown.has(key) ? 'plain strong' : 'plain soft'}
            aria-pressed={isShown.has(key)}
            onClick={() => toggle(key)}
          >
            {label}
          </button>
        ))}
        <span className="soft">accounts</span>
        <button
          type="button"
          className={zeros ? 'plain soft' : 'plain strong'}
          aria-pressed={!zeros}
          onClick={() => setZeros(undefined)}
        >
          with a balance
        </button>
        <button
          type="button"
          className={zeros ? 'plain strong' : 'plain soft'}
          aria-pressed={zeros !== ''}
          onClick={() => setZeros('yes')}
        >
          all
        </button>
        <label className="row" style={{ gap: 6 }}>
          <span className="soft">as known on</span>
          <TextField
            placeholder="today"
            value={known}
            error={known !== '' && asKnownOn === ''}
            onChange={(event) => setKnown(event.target.value || undefined)}
            style={{ width: 110 }}
            slotProps={{ htmlInput: { 'aria-label': 'As known on' } }}
          />
        </label>
      </div>
      {adjusted.rows.length === 0 && unadjusted.rows.length === 0 ? (
        <Empty>
          <p>
            {adjusted.note ??
              'No account has a balance at this date. Post entries, or choose a later date at the left.'}
          </p>
        </Empty>
      ) : (
        <>
          {adjusted.note && <p className="soft">{adjusted.note}</p>}
          <Columns
            unadjusted={unadjusted}
            adjusted={adjusted}
            postClosing={postClosing}
            isShown={isShown}
            currency={currency}
          />
        </>
      )}
    </Sheet>
  );
}

function Columns({
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
    rows[rows.indexOf(document.activeElement as HTMLAnchorElement) + (event.key === 'ArrowDown' ? 1 : -1)]?.focus();
  };
  return (
    <table className="ruled tight">
      <thead>
        <tr>
          <th style={{ width: 70 }}>Number</th>
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
            <tr key={account} className={account ? 'goes' : ''} onClick={() => account && void navigate(href)}>
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
                  <td key={`${key} debit`} className="num col">
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
        <tr className="sums">
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
