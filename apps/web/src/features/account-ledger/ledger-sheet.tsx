import {
  type AccountLedgerResponse,
  type LedgerSumsResponse,
  MOST_PRINTED,
  paths,
  withQuery,
} from '@just-ledger/contract';
import {
  add,
  cancellingLines,
  type CurrencyCode,
  formatAmount,
  minor,
  parseAmount,
  shortDate,
  ZERO,
} from '@just-ledger/core';
import { useQuery, useSuspenseInfiniteQuery } from '@tanstack/react-query';
import { type ReactNode, useMemo } from 'react';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { PrintedFile } from '../../ui/printed-file.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Sheet } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import { Choices } from '../../ui/choices.js';
import { Toggle } from '../../ui/toggle.js';
import { JournalFilters } from '../journal/journal-filters.js';
import { useJournalFilter } from '../journal/use-journal-filter.js';
import { BalanceLine } from './balance-line.js';
import { LedgerList, type ListedLine } from './ledger-list.js';
import { ledgerQuery, ledgerSumsQuery, MOST_AT_ONCE, wholeLedgerQuery } from './ledger-query.js';
import { TForm } from './t-form.js';

/** The ledger of one account on its sheet: its lines, or both sides of it, filtered as the journal is. */
export function LedgerSheet({ number, choose, slot }: ScreenProps & { number: string; choose: ReactNode }) {
  const { organisation, currency, from, to } = useBooks();
  const filters = useJournalFilter(slot);
  const filter = { ...filters.filter, account: number };
  const isFiltered = filters.isFilteredBesideAccount;
  const [form, setForm] = useSheetParam('form', slot);
  const [cancelled, setCancelled] = useSheetParam('cancelled', slot);
  const [open, setOpen] = useSheetParam('line', slot);
  const { data, hasNextPage, fetchNextPage, isFetchingNextPage } = useSuspenseInfiniteQuery(
    ledgerQuery(organisation.id, filter),
  );
  const { data: sums } = useQuery(ledgerSumsQuery(organisation.id, filter));
  const isWholeAsked = form === 't' || cancelled !== '';
  const isTooLong = sums !== undefined && sums.lines > MOST_AT_ONCE;
  const { data: whole } = useQuery({
    ...wholeLedgerQuery(organisation.id, filter),
    enabled: isWholeAsked && sums !== undefined && !isTooLong,
  });
  const read = data.pages.flatMap((page) => page.rows);
  const lines = useListed(whole ?? read, whole !== undefined && cancelled !== '', cancelled === 'hidden');
  const isHidden = whole !== undefined && cancelled === 'hidden';
  // what is left of the lines has sums of its own, and no balance after each
  const shownSums = isHidden
    ? sumsOf(
        lines.map(({ row }) => row),
        currency,
      )
    : sums;
  const isPart = isFiltered || isHidden;
  const [first] = data.pages;
  if (!first) return null;
  const count = sums ? `${sums.lines.toLocaleString('en')} ${sums.lines === 1 ? 'line' : 'lines'}` : 'being counted';
  const toggle = (label: string, isOn: boolean, onClick: () => void) => (
    <Toggle isSmall isOn={isOn} onClick={onClick}>
      {label}
    </Toggle>
  );
  return (
    <Sheet
      title={`${first.account} ${first.name}`}
      aside={`${shortDate(from)} to ${shortDate(to)} · ${count}`}
      tools={
        <>
          {choose}
          {sums && sums.lines <= MOST_PRINTED && (
            <PrintedFile href={withQuery(paths.accountLedgerPdf(organisation.id), { ...filter })} />
          )}
          <a
            className="act"
            href={withQuery(paths.accountLedgerCsv(organisation.id), { ...filter })}
            download={`ledger-${number}.csv`}
          >
            Save as CSV
          </a>
          {sums && sums.lines <= MOST_PRINTED && (
            <a
              className="act"
              href={withQuery(paths.accountLedgerXlsx(organisation.id), { ...filter })}
              download={`ledger-${number}.xlsx`}
            >
              XLSX
            </a>
          )}
        </>
      }
    >
      <JournalFilters filters={filters} slot={slot}>
        <Choices
          isSmall
          label="How its lines stand"
          value={form === 't' ? 't' : ''}
          choices={[
            ['', 'Lines'],
            ['t', 'T-account'],
          ]}
          onChoose={(key) => setForm(key || undefined)}
        />
        <span className={layout.choices}>
          {toggle('Mark what cancels', cancelled !== '', () => setCancelled(cancelled === '' ? 'marked' : undefined))}
          {cancelled !== '' &&
            toggle('Hide it', cancelled === 'hidden', () =>
              setCancelled(cancelled === 'hidden' ? 'marked' : 'hidden'),
            )}
        </span>
      </JournalFilters>
      {isWholeAsked && isTooLong && (
        <p className="brass small" role="status">
          These are more than {MOST_AT_ONCE.toLocaleString('en')} lines: choose fewer dates to see them as a T-account
          or what of them cancels.
        </p>
      )}
      {!isFiltered && form !== 't' && <BalanceLine account={number} />}
      {form === 't' && whole ? (
        <TForm ledger={first} rows={lines.map(({ row }) => row)} isFiltered={isPart} />
      ) : (
        <LedgerList
          ledger={first}
          sums={shownSums}
          lines={lines}
          isFiltered={isPart}
          open={open}
          setOpen={setOpen}
          more={whole === undefined && hasNextPage && !isFetchingNextPage ? () => void fetchNextPage() : undefined}
        />
      )}
      {sums?.lines === 0 && (
        <p className={sheetStyles.empty}>
          {isFiltered ? 'No line in this span fits.' : 'Nothing was posted to it in this span.'}
        </p>
      )}
    </Sheet>
  );
}

/** What lines come to. */
function sumsOf(rows: AccountLedgerResponse['rows'], currency: CurrencyCode): LedgerSumsResponse {
  const sum = (side: 'debit' | 'credit'): string =>
    formatAmount(
      rows.reduce((sum, row) => add(sum, parseAmount(row[side] ?? '0', currency)), ZERO),
      currency,
    );
  return { lines: rows.length, debit: sum('debit'), credit: sum('credit') };
}

/** Rows as they are listed: with what cancels marked or left out, if that is asked for. */
function useListed(rows: AccountLedgerResponse['rows'], isMarked: boolean, isHidden: boolean): readonly ListedLine[] {
  const { currency } = useBooks();
  return useMemo(() => {
    const groups = isMarked
      ? cancellingLines(
          rows.map(({ debit, credit, contact, document }) => ({
            amount: debit ? parseAmount(debit, currency) : minor(-parseAmount(credit ?? '0', currency)),
            contact,
            document,
          })),
        )
      : [];
    return rows
      .map((row, index) => ({
        key: `${row.entry || row.date}.${index}`,
        row: isHidden ? { ...row, balance: null } : row,
        group: groups[index],
      }))
      .filter(({ group }) => !isHidden || group === undefined);
  }, [rows, isMarked, isHidden, currency]);
}
