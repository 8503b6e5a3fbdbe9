import { type AccountLedgerResponse, paths, withQuery } from '@just-ledger/contract';
import { type CurrencyCode, parseCivilDate, shortDate } from '@just-ledger/core';
import { infiniteQueryOptions, useSuspenseInfiniteQuery, useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useRef } from 'react';
import { Link } from 'react-router';
import { Line, LineChart, ReferenceLine, ResponsiveContainer, YAxis } from 'recharts';
import { accountsQuery } from '../../api/account-queries.js';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { AccountField } from '../../ui/account-field.js';
import layout from '../../ui/layout.module.css';
import { shown, shownWithSide } from '../../ui/money.js';
import { assertPrintable } from '../../ui/print-limit.js';
import { Printed } from '../../ui/printed.js';
import ruled from '../../ui/ruled.module.css';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import styles from './account-screen.module.css';
import { PrintedLedger } from './printed-ledger.js';

const ledgerQuery = (id: number, account: string, from: string, to: string) =>
  infiniteQueryOptions({
    queryKey: ['organisation', String(id), 'account-ledger', account, from, to],
    queryFn: ({ pageParam }) =>
      api.get(withQuery(paths.accountLedger(id), { account, from, to, after: pageParam, limit: 200 })),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  });

/** The ledger of one account: brought forward, each entry with the balance after it, and on to the entry. */
export default function AccountScreen({ slot }: ScreenProps) {
  const { organisation, to } = useBooks();
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, to));
  const [number, setNumber] = useSheetParam('account', slot);
  const choose = (
    <div className={styles.ofAccount}>
      <AccountField
        accounts={accounts.filter((account) => !account.heading)}
        value={number}
        label="Account"
        placeholder="number or name"
        autoFocus={number === ''}
        onChange={(chosen) => setNumber(chosen || undefined)}
      />
    </div>
  );
  if (!accounts.some((account) => account.number === number)) {
    return (
      <Sheet title="Account ledger">
        {choose}
        <Empty>
          <p>Choose an account by its number or part of its name.</p>
        </Empty>
      </Sheet>
    );
  }
  return <Ledger number={number} choose={choose} />;
}

function Ledger({ number, choose }: { number: string; choose: React.ReactNode }) {
  const address = useAddress();
  const { organisation, currency, from, to } = useBooks();
  const { data, hasNextPage, fetchNextPage, isFetchingNextPage } = useSuspenseInfiniteQuery(
    ledgerQuery(organisation.id, number, from, to),
  );
  const [first] = data.pages;
  const end = useRef<HTMLDivElement>(null);
  if (!first) return null;
  const rows = data.pages.flatMap((page) => page.rows);
  const there = (amount: string | null): string =>
    first.currency && amount !== null ? shownWithSide(amount, first.currency as CurrencyCode) : '';
  const points = [
    { balance: Number(first.broughtForward) },
    ...rows.map((row) => ({ balance: Number(row.balance) })),
  ];
  return (
    <Sheet
      title={`${first.account} ${first.name}`}
      aside={`${shortDate(from)} to ${shortDate(to)}`}
      tools={
        <>
          {choose}
          <Printed
            title={`${first.account} ${first.name}`}
            dates={`${shortDate(from)} to ${shortDate(to)}`}
            read={async () => <PrintedLedger pages={await wholeLedger(organisation.id, number, from, to)} />}
          />
          <a
            className="act"
            href={withQuery(paths.accountLedgerCsv(organisation.id), { account: number, from, to })}
            download={`ledger-${number}.csv`}
          >
            Save as CSV
          </a>
        </>
      }
    >
      {rows.length > 1 && (
        <div className={clsx(layout.belowClose, styles.activity)} aria-hidden="true">
          <ResponsiveContainer width="100%" height="100%">
            <LineChart accessibilityLayer={false} data={points} margin={{ top: 4, right: 2, bottom: 4, left: 2 }}>
              <YAxis hide domain={['dataMin', 'dataMax']} />
              <ReferenceLine y={0} stroke="var(--palette-divider)" />
              <Line
                type="stepAfter"
                dataKey="balance"
                stroke="var(--palette-text-primary)"
                strokeWidth={1.3}
                dot={false}
                isAnimationActive={false}
              />
            </LineChart>
          </ResponsiveContainer>
        </div>
      )}
      <table className={clsx(ruled.table, ruled.tight)}>
        <thead>
          <tr>
            <th>Date</th>
            <th>Entry</th>
            <th>Explanation</th>
            <th>Opposite account</th>
            <th className="num">Debit</th>
            <th className="num">Credit</th>
            <th className="num">Balance</th>
            {first.currency && <th className="num">In {first.currency}</th>}
          </tr>
        </thead>
        <tbody>
          <tr>
            <td className="nowrap soft">{shortDate(from)}</td>
            <td />
            <td className="soft" colSpan={4}>
              brought forward
            </td>
            <td className="num soft">{shownWithSide(first.broughtForward, currency)}</td>
            {first.currency && <td className="num soft">{there(first.foreignBroughtForward)}</td>}
          </tr>
          {rows.map((row, place) => (
            <tr key={`${row.entry} ${place}`}>
              <td className="nowrap">{shortDate(parseCivilDate(row.date))}</td>
              <td className="nowrap">
                {row.entry ? (
                  <Link className="act" to={address.href('journal', { entry: row.entry })}>
                    {row.entry}
                  </Link>
                ) : (
                  ''
                )}
              </td>
              <td>
                {row.entry ? row.explanation : <span className="brass">{row.explanation}</span>}
                {(row.note || row.contact) && (
                  <span className="soft small"> · {[row.contact, row.note].filter(Boolean).join(' · ')}</span>
                )}
              </td>
              <td className="soft">{row.opposite}</td>
              <td className={clsx(ruled.col, 'num')}>{shown(row.debit, currency)}</td>
              <td className={clsx(ruled.col, 'num')}>{shown(row.credit, currency)}</td>
              <td className={clsx(ruled.col, 'num')}>{shownWithSide(row.balance, currency)}</td>
              {first.currency && (
                <td className={clsx(ruled.col, 'num')}>
                  {there(row.foreignBalance)}
                  <div className="soft small">{Number(row.foreignAmount) !== 0 && there(row.foreignAmount)}</div>
                </td>
              )}
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr className={ruled.sums}>
            <td colSpan={6} className={ruled.blank}>
              {hasNextPage ? '' : `At ${shortDate(to)}`}
            </td>
            <td className="num">{shownWithSide(first.closing, currency)}</td>
            {first.currency && <td className="num">{there(first.foreignClosing)}</td>}
          </tr>
        </tfoot>
      </table>
      {rows.length === 0 && <p className={sheetStyles.empty}>Nothing was posted to it in this span.</p>}
      <div ref={end}>
        {hasNextPage && (
          <button className="act" type="button" disabled={isFetchingNextPage} onClick={() => void fetchNextPage()}>
            {isFetchingNextPage ? 'Reading …' : 'Show more lines'}
          </button>
        )}
      </div>
    </Sheet>
  );
}

/** All pages of a ledger, whatever of them the screen has loaded. */
async function wholeLedger(organisation: number, account: string, from: string, to: string) {
  const pages: AccountLedgerResponse[] = [];
  let after: string | undefined = '';
  do {
    const path = paths.accountLedger(organisation);
    const page: AccountLedgerResponse = await api.get(withQuery(path, { account, from, to, after, limit: 500 }));
    pages.push(page);
    assertPrintable(
      pages.reduce((count, { rows }) => count + rows.length, 0),
      'lines',
    );
    after = page.next ?? undefined;
  } while (after !== undefined);
  return pages;
}
