import { paths, withQuery } from '@just-ledger/contract';
import { shortDate } from '@just-ledger/core';
import { useSuspenseInfiniteQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { useRef } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { Printed } from '../../ui/printed.js';
import { Sheet } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import { BalanceLine } from './balance-line.js';
import { ledgerQuery, wholeLedger } from './ledger-query.js';
import { LedgerRows } from './ledger-rows.js';
import { PrintedLedger } from './printed-ledger.js';

/** The ledger of one account on its sheet. */
export function LedgerSheet({ number, choose }: { number: string; choose: ReactNode }) {
  const { organisation, from, to } = useBooks();
  const { data, hasNextPage, fetchNextPage, isFetchingNextPage } = useSuspenseInfiniteQuery(
    ledgerQuery(organisation.id, number, from, to),
  );
  const [first] = data.pages;
  const end = useRef<HTMLDivElement>(null);
  if (!first) return null;
  const rows = data.pages.flatMap((page) => page.rows);
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
      {rows.length > 1 && <BalanceLine balances={[first.broughtForward, ...rows.map(({ balance }) => balance)]} />}
      <LedgerRows ledger={first} rows={rows} isWhole={!hasNextPage} />
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
