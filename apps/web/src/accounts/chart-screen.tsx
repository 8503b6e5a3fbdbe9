import { useRef, useState, type ReactNode } from 'react';
import { TextField } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { paths, type AccountAnswer, type ImportAnswer } from '@just-ledger/contract';
import {
  CLASSIFICATIONS,
  ELEMENTS,
  ELEMENT_LABELS,
  dayBefore,
  displayAmount,
  elementFromNumber,
  minor,
  parseAmount,
  parseCivilDate,
  shortDate,
  type Classification,
  type CurrencyCode,
} from '@just-ledger/core';
import { useAddress, useSheetParam } from '../frame/address.js';
import { useBooks } from '../frame/books-queries.js';
import type { ScreenProps } from '../frame/screen-props.js';
import { Empty, Sheet, Trouble } from '../frame/sheet.js';
import { request } from '../request/request.js';
import { useChange } from '../request/use-change.js';
import { AccountForm } from './account-form.js';
import { accountsQuery } from './account-queries.js';

/** The chart: a ruled list with the balance beside each account and at the eve of the span. */
export default function ChartScreen({ slot }: ScreenProps) {
  const address = useAddress();
  const { organisation, currency, from, to } = useBooks();
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, to));
  const eve = dayBefore(from);
  const { data: before } = useSuspenseQuery(accountsQuery(organisation.id, eve));
  const [only, setOnly] = useSheetParam('only', slot);
  const [find, setFind] = useSheetParam('find', slot);
  const [open, setOpen] = useState<number | 'new'>();
  const earlier = new Map(before.map((one) => [one.number, one.balance]));
  const wanted = accounts.filter(
    (one) =>
      `${one.number} ${one.name}`.toLowerCase().includes(find.toLowerCase()) &&
      (only === 'retired' ? !one.active : one.active || only === 'all') &&
      (only !== 'balance' || parseAmount(one.balance, currency) !== 0 || earlier.get(one.number) !== '0.00'),
  );
  const headings = accounts.filter((one) => one.heading).length;
  return (
    <Sheet
      title="Chart of accounts"
      aside={`${accounts.length - headings} accounts${headings ? `, ${headings} headings` : ''}`}
      tools={
        <>
          <button className="act" type="button" onClick={() => setOpen('new')}>
            Add an account
          </button>
          <ImportButton />
          <a className="act" href={paths.accountsCsv(organisation.id)} download="chart.csv">
            Save as CSV
          </a>
        </>
      }
    >
      <div className="row" style={{ marginBottom: 8, gap: 18 }}>
        <TextField
          placeholder="number or name"
          value={find}
          onChange={(event) => setFind(event.target.value)}
          style={{ width: 220 }}
          slotProps={{ htmlInput: { 'aria-label': 'Find an account' } }}
        />
        {(
          [
            ['', 'in use'],
            ['balance', 'with a balance'],
            ['retired', 'retired'],
            ['all', 'all'],
          ] as const
        ).map(([key, label]) => (
          <button
            key={key}
            type="button"
            aria-pressed={only === key}
            className={only === key ? 'plain strong small' : 'plain soft small'}
            onClick={() => setOnly(key || undefined)}
          >
            {label}
          </button>
        ))}
      </div>
      {open === 'new' && <AccountForm accounts={accounts} onDone={() => setOpen(undefined)} />}
      {accounts.length === 0 ? (
        <Empty>
          <p>
            The chart says which accounts these books have. Add them one by one, or read a CSV file with at least the
            columns number, name and element.
          </p>
        </Empty>
      ) : (
        <table className="ruled">
          <thead>
            <tr>
              <th style={{ width: 74 }}>Number</th>
              <th>Account</th>
              <th>Shown under</th>
              <th>
                <span className="visually-hidden">Traits</span>
              </th>
              <th className="num">{shortDate(eve)}</th>
              <th className="num">{shortDate(to)}</th>
            </tr>
          </thead>
          <tbody>
            {ELEMENTS.map((element) => {
              const of = wanted.filter((one) => one.element === element);
              if (of.length === 0) return null;
              return [
                <tr key={element} className="heading">
                  <td />
                  <td colSpan={3}>{ELEMENT_LABELS[element]}</td>
                  <td className="num soft">
                    {sumOf(
                      of.map((one) => earlier.get(one.number) ?? '0'),
                      element,
                      currency,
                    )}
                  </td>
                  <td className="num">
                    {sumOf(
                      of.map((one) => one.balance),
                      element,
                      currency,
                    )}
                  </td>
                </tr>,
                ...of.flatMap((one): ReactNode[] => [
                  <tr key={one.id} className={open === one.id ? 'chosen' : ''}>
                    <td className="soft">{one.number}</td>
                    <td style={{ paddingLeft: one.parent ? 34 : 20 }} className={one.heading ? 'strong' : ''}>
                      {one.heading ? (
                        one.name
                      ) : (
                        <Link
                          className="plain"
                          to={address.href('account', { account: one.number })}
                          title="Open its ledger"
                        >
                          {one.name}
                        </Link>
                      )}
                      {elementFromNumber(one.number) !== one.element && (
                        <span className="brass small"> · number outside its series</span>
                      )}
                    </td>
                    <td className="soft small">{CLASSIFICATIONS[one.classification as Classification]?.label}</td>
                    <td className="soft small nowrap">
                      {traits(one)}{' '}
                      <button
                        className="act small"
                        type="button"
                        aria-expanded={open === one.id}
                        onClick={() => setOpen(open === one.id ? undefined : one.id)}
                      >
                        change
                      </button>
                    </td>
                    <td className="num soft">
                      {one.heading ? '' : signed(earlier.get(one.number) ?? '0', one, currency)}
                    </td>
                    <td className="num">{one.heading ? '' : signed(one.balance, one, currency)}</td>
                  </tr>,
                  open === one.id && (
                    <tr key={`${one.id} form`} className="chosen">
                      <td colSpan={6}>
                        <AccountForm accounts={accounts} account={one} onDone={() => setOpen(undefined)} />
                      </td>
                    </tr>
                  ),
                ]),
              ];
            })}
          </tbody>
        </table>
      )}
      {accounts.length > 0 && wanted.length === 0 && <p className="empty">No account fits.</p>}
      <span className="visually-hidden">Balances as at {parseCivilDate(to)}</span>
    </Sheet>
  );
}

/** Reads a chart file: all of it, or every problem by row. */
function ImportButton() {
  const { organisation } = useBooks();
  const file = useRef<HTMLInputElement>(null);
  const read = useChange((text: string) =>
    request<ImportAnswer>('POST', paths.accountsImport(organisation.id), text),
  );
  return (
    <>
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv"
        hidden
        aria-label="Chart file"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          if (chosen) void chosen.text().then((text) => read.mutate(text));
          event.target.value = '';
        }}
      />
      <button className="act" type="button" disabled={read.isPending} onClick={() => file.current?.click()}>
        {read.isPending ? 'Reading …' : 'Read a CSV file'}
      </button>
      {read.data && (
        <span role="status">
          {read.data.created} added, {read.data.changed} changed
        </span>
      )}
      <Trouble error={read.error} />
    </>
  );
}

function traits(one: AccountAnswer): string {
  return [
    one.role?.replaceAll('-', ' '),
    one.control && 'control',
    one.contra && !one.role && 'contra',
    one.currency,
    !one.active && 'retired',
  ]
    .filter(Boolean)
    .join(' · ');
}

/** A balance on the side the account's element grows on, the other side in parentheses. */
function signed(balance: string, one: AccountAnswer, currency: CurrencyCode): string {
  const amount = parseAmount(balance, currency);
  const growsDebit = one.element === 'asset' || one.element === 'expense';
  return displayAmount(minor(growsDebit ? amount : -amount), currency);
}

function sumOf(balances: readonly string[], element: string, currency: CurrencyCode): string {
  const sum = balances.reduce((all, balance) => all + parseAmount(balance, currency), 0);
  return displayAmount(minor(element === 'asset' || element === 'expense' ? sum : -sum), currency);
}
