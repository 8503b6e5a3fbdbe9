import { useMemo, useState, type KeyboardEvent } from 'react';
import { Button } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { paths, type EntryAnswer } from '@just-ledger/contract';
import {
  ELEMENTS,
  ELEMENT_LABELS,
  dayBefore,
  displayAmount,
  formatAmount,
  longDate,
  minor,
  workOut,
} from '@just-ledger/core';
import { accountsQuery } from '../accounts/account-queries.js';
import { Cell } from '../fields/cell.js';
import { useAddress } from '../frame/address.js';
import { Allowed } from '../frame/allowed.js';
import { useBooks } from '../frame/books-queries.js';
import { Empty, Sheet, Trouble } from '../frame/sheet.js';
import { request } from '../request/request.js';
import { useChange } from '../request/use-change.js';

type Typed = Readonly<Record<string, { debit: string; credit: string; contact: string }>>;
const NONE = { debit: '', credit: '', contact: '' };

/** The opening balances as one balanced sheet: every account, debit and credit, and what is still missing. */
export default function OpeningScreen() {
  const address = useAddress();
  const { organisation, currency, calendar, years } = useBooks();
  const date = dayBefore(calendar.firstDay);
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, date));
  const [typed, setTyped] = useState<Typed>({});
  const [posted, setPosted] = useState<EntryAnswer>();
  const key = useMemo(() => crypto.randomUUID(), []);
  const worked = (text: string): number => {
    const result = workOut(text, currency);
    return result.ok ? result.amount : 0;
  };
  const lines = Object.entries(typed)
    .map(([account, cells]) => ({
      account,
      amount: worked(cells.debit) - worked(cells.credit),
      contact: cells.contact,
    }))
    .filter((line) => line.amount !== 0);
  const debit = lines.reduce((sum, line) => sum + Math.max(line.amount, 0), 0);
  const credit = lines.reduce((sum, line) => sum + Math.max(-line.amount, 0), 0);
  const difference = debit - credit;
  const show = (amount: number): string => displayAmount(minor(amount), currency);
  const post = useChange(() =>
    request<EntryAnswer>(
      'POST',
      paths.entries(organisation.id),
      {
        date,
        kind: 'opening',
        explanation: `Balances brought forward at ${longDate(date)}`,
        lines: lines.map((line) => ({
          account: line.account,
          [line.amount > 0 ? 'debit' : 'credit']: formatAmount(minor(Math.abs(line.amount)), currency),
          ...(line.contact && { contact: line.contact }),
        })),
      },
      { 'idempotency-key': key },
    ),
  );
  const set = (account: string, change: Partial<typeof NONE>): void =>
    setTyped({ ...typed, [account]: { ...NONE, ...typed[account], ...change } });
  const onKey = (event: KeyboardEvent<HTMLElement>): void => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      (document.activeElement as HTMLElement | null)?.blur(); // settles the amount being typed
      setTimeout(() => document.getElementById('post-opening')?.click());
    } else if (event.key === 'Enter' && event.target instanceof HTMLInputElement) {
      const cells = [...event.currentTarget.querySelectorAll<HTMLInputElement>('input')];
      cells[cells.indexOf(event.target) + 1]?.focus();
    }
  };
  const has = years.broughtForward.entries > 0;
  const listed = accounts.filter(
    (one) => !one.heading && one.active && one.typedEntries && one.element !== 'revenue' && one.element !== 'expense',
  );
  return (
    <Sheet
      title="Opening balances"
      aside={`at ${longDate(date)}, the day before these books begin`}
      foot={
        <div className="row">
          <Allowed isTold>
            <Button
              id="post-opening"
              variant="contained"
              disabled={difference !== 0 || lines.length < 2 || post.isPending}
              onClick={() =>
                post.mutate(undefined, {
                  onSuccess: (entry) => {
                    setPosted(entry);
                    setTyped({});
                  },
                })
              }
            >
              Post the opening entry&nbsp;
              <span className="small" style={{ fontWeight: 400 }}>
                Ctrl Enter
              </span>
            </Button>
          </Allowed>
          <span className={difference === 0 ? 'soft' : 'brass'} aria-live="polite">
            {lines.length === 0
              ? 'Type the balances of the old books.'
              : difference === 0
                ? 'The sheet balances.'
                : `${show(Math.abs(difference))} is missing on the ${difference > 0 ? 'credit' : 'debit'} side.`}
          </span>
        </div>
      }
    >
      {posted && (
        <div className="told" role="status">
          Posted as{' '}
          <Link className="act" to={address.href('journal', { entry: posted.number, from: date, to: date })}>
            {posted.number}
          </Link>
          . Corrections are made by a further sheet, or by reversing that entry.
        </div>
      )}
      {has && !posted && (
        <div className="told">
          Opening balances have been posted; they stand in the first figures column. What you type here is added to
          them.{' '}
          <Link className="act" to={address.href('journal', { from: date, to: date })}>
            See the entries
          </Link>
        </div>
      )}
      <Trouble error={post.error} />
      {listed.length === 0 ? (
        <Empty>
          <p>There are no accounts yet to bring balances forward to.</p>
          <p>
            <Link className="act" to={address.href('chart')}>
              Begin with the chart
            </Link>
          </p>
        </Empty>
      ) : (
        <table className="ruled paper" onKeyDown={onKey}>
          <thead>
            <tr>
              <th style={{ width: 74 }}>Number</th>
              <th>Account</th>
              <th style={{ width: 190 }}>Contact</th>
              <th className="num">Posted so far</th>
              <th className="num">Debit</th>
              <th className="num">Credit</th>
            </tr>
          </thead>
          <tbody>
            {ELEMENTS.map((element) => {
              const of = listed.filter((one) => one.element === element);
              return of.length === 0
                ? null
                : [
                    <tr key={element} className="heading">
                      <td />
                      <td colSpan={5}>
                        <div className="cell">{ELEMENT_LABELS[element]}</div>
                      </td>
                    </tr>,
                    ...of.map((one) => (
                      <tr key={one.id}>
                        <td>
                          <div className="cell soft">{one.number}</div>
                        </td>
                        <td>
                          <div className="cell" style={{ paddingLeft: 22 }}>
                            {one.name}
                          </div>
                        </td>
                        <td>
                          <div className="cell">
                            {one.control && (
                              <Cell
                                label={`Contact of ${one.name}`}
                                value={typed[one.number]?.contact ?? ''}
                                placeholder="who?"
                                onChange={(contact) => set(one.number, { contact })}
                              />
                            )}
                          </div>
                        </td>
                        <td className="num soft">
                          <div className="cell">
                            {Number(one.balance) === 0
                              ? ''
                              : `${show(Math.abs(worked(one.balance)))} ${one.balance.startsWith('-') ? 'cr' : 'dr'}`}
                          </div>
                        </td>
                        {(['debit', 'credit'] as const).map((side) => (
                          <td key={side} className="money num">
                            <div className="cell">
                              <Cell
                                label={`${side === 'debit' ? 'Debit' : 'Credit'} of ${one.name}`}
                                value={typed[one.number]?.[side] ?? ''}
                                isAmount
                                autoFocus={one === listed[0] && side === 'debit'}
                                onChange={(text) => set(one.number, { [side]: text })}
                                onBlur={(text) => {
                                  const result = workOut(text, currency);
                                  if (result.ok)
                                    set(
                                      one.number,
                                      result.amount < 0
                                        ? {
                                            [side]: '',
                                            [side === 'debit' ? 'credit' : 'debit']: formatAmount(
                                              minor(-result.amount),
                                              currency,
                                            ),
                                          }
                                        : { [side]: formatAmount(result.amount, currency) },
                                    );
                                }}
                              />
                            </div>
                          </td>
                        ))}
                      </tr>
                    )),
                  ];
            })}
          </tbody>
          <tfoot>
            <tr className="sums">
              <td colSpan={4} style={{ borderTop: 0 }} />
              <td className="num">
                <div className="cell">{show(debit)}</div>
              </td>
              <td className="num">
                <div className="cell">{show(credit)}</div>
              </td>
            </tr>
          </tfoot>
        </table>
      )}
    </Sheet>
  );
}
