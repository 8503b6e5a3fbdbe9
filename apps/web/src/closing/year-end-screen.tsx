import { useEffect } from 'react';
import { Button } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { paths, type ClosingAnswer, type ClosingRehearsalAnswer } from '@just-ledger/contract';
import { longDate, minor, parseAmount, parseCivilDate, type CurrencyCode } from '@just-ledger/core';
import { accountsQuery } from '../accounts/account-queries.js';
import { shown } from '../fields/money.js';
import { useAddress, useSheetParam } from '../frame/address.js';
import { Allowed } from '../frame/allowed.js';
import { useBooks } from '../frame/books-queries.js';
import { Empty, Sheet, Trouble } from '../frame/sheet.js';
import { request } from '../request/request.js';
import { useChange } from '../request/use-change.js';
import { rehearsalQuery } from './closing-queries.js';
import { displayed } from '../fields/own-ways.js';

/** The closing rehearsal: entries left, temporary accounts running to zero, the trial balance they lead to. */
export default function YearEndScreen() {
  const address = useAddress();
  const { organisation, currency, years, to, today } = useBooks();
  const shownYear = years.years.find((one) => one.from <= to && to <= one.to);
  const due = years.years.find(
    (one) => one.to < today && !one.closed && one.periods.some((period) => period.entries > 0),
  );
  const year = address.to ? (shownYear ?? due) : (due ?? shownYear);
  const [form, setForm] = useSheetParam('form');
  const { data: rehearsal } = useSuspenseQuery(rehearsalQuery(organisation.id, year?.year ?? '', form));
  const close = useChange(() =>
    request<ClosingAnswer>('POST', paths.closing(organisation.id, rehearsal.year), form ? { form } : {}),
  );
  const blocked = rehearsal.closed || rehearsal.remarks.some((remark) => remark.blocks);
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) document.getElementById('post-closing')?.click();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  const count = rehearsal.entries.length;
  return (
    <div className="list-and-one">
      <Sheet
        title={`Closing entries ${rehearsal.yearName}`}
        foot={
          <div className="row">
            <Allowed isTold>
              <Button
                id="post-closing"
                variant="contained"
                disabled={blocked || close.isPending}
                onClick={() => close.mutate(undefined)}
              >
                {count > 1 ? `Post all ${count}` : count === 1 ? 'Post it' : 'Close the year'}&nbsp;
                <span className="small" style={{ fontWeight: 400 }}>
                  Ctrl Enter
                </span>
              </Button>
            </Allowed>
            <Button variant="outlined" onClick={() => address.go('months')}>
              Not yet
            </Button>
          </div>
        }
      >
        <p className="soft small">
          {rehearsal.closed
            ? `${rehearsal.yearName} is closed and locked.`
            : `dated ${longDate(parseCivilDate(rehearsal.date))}; nothing is posted until you say so`}
        </p>
        <div className="row small" style={{ margin: '6px 0' }}>
          {(
            [
              ['', 'as the chart says'],
              ['income-summary', 'through income summary'],
              ['direct', 'direct'],
            ] as const
          ).map(([key, label]) => (
            <button
              key={key}
              type="button"
              className={form === key ? 'plain strong' : 'plain soft'}
              aria-pressed={form === key}
              onClick={() => setForm(key || undefined)}
            >
              {label}
            </button>
          ))}
        </div>
        {close.data && (
          <div className="told" role="status">
            Closed: {close.data.entries.join(', ') || 'nothing had to be posted'}.
          </div>
        )}
        <Trouble error={close.error} />
        {count === 0 && !rehearsal.closed && (
          <Empty>
            <p>
              {blocked
                ? 'The entries can be prepared once what is named at the right is settled.'
                : 'Every temporary account is at zero already.'}
            </p>
          </Empty>
        )}
        {rehearsal.entries.map((entry, step) => (
          <div key={entry.explanation} style={{ borderBottom: '1px solid var(--rule)', padding: '8px 0' }}>
            <h2 className="minor">
              {count > 1 ? `${step + 1} · ` : ''}
              {entry.explanation}
            </h2>
            <table style={{ width: '100%' }}>
              <tbody>
                {entry.lines.map((line, place) => (
                  <tr key={place} style={{ verticalAlign: 'top' }}>
                    <td style={{ paddingLeft: line.credit ? 20 : 0 }}>
                      <span className="soft">{line.account}</span> {line.accountName}
                    </td>
                    <td className="num" style={{ width: 78 }}>
                      {shown(line.debit, currency)}
                    </td>
                    <td className="num" style={{ width: 78 }}>
                      {shown(line.credit, currency)}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        ))}
      </Sheet>
      <TAccounts rehearsal={rehearsal} currency={currency} />
      <Afterwards rehearsal={rehearsal} currency={currency} />
    </div>
  );
}

/** Each touched account as a T, its new lines in green, its end below. */
function TAccounts({ rehearsal, currency }: { rehearsal: ClosingRehearsalAnswer; currency: CurrencyCode }) {
  const { organisation } = useBooks();
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, rehearsal.date));
  const balances = new Map(accounts.map((one) => [one.number, parseAmount(one.balance, currency)]));
  const lines = new Map<string, { name: string; amounts: number[] }>();
  for (const line of rehearsal.entries.flatMap((entry) => entry.lines)) {
    const known = lines.get(line.account) ?? { name: line.accountName, amounts: [] };
    known.amounts.push(line.debit ? parseAmount(line.debit, currency) : -parseAmount(line.credit ?? '0', currency));
    lines.set(line.account, known);
  }
  const ends = [...lines].map(
    ([number, { amounts }]) => (balances.get(number) ?? 0) + amounts.reduce((sum, one) => sum + one, 0),
  );
  const write = (amount: number): string => (amount === 0 ? '' : displayed(minor(Math.abs(amount)), currency));
  return (
    <section className="sheet" aria-label="Accounts run to zero" tabIndex={0}>
      <div>
        <h2>Temporary accounts run to zero</h2>
        <p className="soft small">
          new lines in green
          {lines.size > 0 && ` · ${ends.filter((end) => end === 0).length} of ${lines.size} accounts end at zero`}
        </p>
      </div>
      <div
        style={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(138px, 1fr))',
          gap: '14px 18px',
          marginTop: 10,
        }}
      >
        {[...lines].map(([number, { name, amounts }], place) => {
          const before = balances.get(number) ?? 0;
          const end = ends[place] ?? 0;
          const cells = (amount: number, className = '') => (
            <>
              <td className={`num ${className}`}>{amount > 0 ? write(amount) : ''}</td>
              <td className={`num ${className}`}>{amount < 0 ? write(amount) : ''}</td>
            </>
          );
          return (
            <table className="t-account" key={number}>
              <caption>
                {number} {name}
              </caption>
              <tbody>
                {before !== 0 && <tr>{cells(before)}</tr>}
                {amounts.map((amount, at) => (
                  <tr key={at}>{cells(amount, 'new')}</tr>
                ))}
                <tr className="soft" style={{ borderTop: '1px solid var(--rule)' }}>
                  {end === 0 ? (
                    <>
                      <td>0.00</td>
                      <td>0.00</td>
                    </>
                  ) : (
                    cells(end)
                  )}
                </tr>
              </tbody>
            </table>
          );
        })}
      </div>
    </section>
  );
}

function Afterwards({ rehearsal, currency }: { rehearsal: ClosingRehearsalAnswer; currency: CurrencyCode }) {
  const { rows, totalDebit, totalCredit } = rehearsal.postClosingTrialBalance;
  return (
    <section
      className="sheet"
      aria-label="Trial balance afterwards"
      tabIndex={0}
      style={{ flex: '0 1 372px', minWidth: 364 }}
    >
      <div>
        <h2>Trial balance afterwards</h2>
        <p className="soft small">post-closing, {longDate(parseCivilDate(rehearsal.date))}</p>
      </div>
      <table className="ruled tight">
        <thead>
          <tr>
            <th colSpan={2}>Account</th>
            <th className="num">Debit</th>
            <th className="num">Credit</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.account}>
              <td className="soft">{row.account}</td>
              <td>{row.name}</td>
              <td className="num">{shown(row.debit, currency)}</td>
              <td className="num">{shown(row.credit, currency)}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr className="sums">
            <td colSpan={2} style={{ borderTop: 0 }} />
            <td className="num">{shown(totalDebit, currency)}</td>
            <td className="num">{shown(totalCredit, currency)}</td>
          </tr>
        </tfoot>
      </table>
      {rehearsal.remarks.length > 0 && (
        <div style={{ marginTop: 14 }}>
          <h2 className="minor">Before posting</h2>
          {rehearsal.remarks.map((remark) => (
            <p key={remark.message} className={remark.blocks ? 'brick' : 'brass'}>
              {remark.blocks ? '▲' : '△'} {remark.message}
            </p>
          ))}
        </div>
      )}
    </section>
  );
}
