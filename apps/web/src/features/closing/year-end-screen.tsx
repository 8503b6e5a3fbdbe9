import { type ClosingRehearsalResponse, paths } from '@just-ledger/contract';
import {
  type CivilDate,
  type CurrencyCode,
  dayOf,
  daysBetween,
  isClosingForm,
  longDate,
  parseCivilDate,
} from '@just-ledger/core';
import { Button, TextField } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { rehearsalQuery } from '../../api/closing-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { shown } from '../../ui/money.js';
import { Empty, ErrorMessage, Sheet } from '../../ui/sheet.js';
import { ClosingEntries } from './closing-entries.js';
import { Reopen } from './reopen.js';
import { TAccounts } from './t-accounts.js';

/**
 * The closing rehearsal: entries left, temporary accounts running to zero, the trial balance they lead to. Once they are
 * posted the sheet shows them as posted; it never turns to another year by itself.
 */
export default function YearEndScreen() {
  const address = useAddress();
  const { organisation, currency, years, to, today } = useBooks();
  const shownYear = years.years.find((year) => year.from <= to && to <= year.to);
  const due = years.years.find(
    (year) => year.to < today && !year.closed && year.periods.some((period) => period.entries > 0),
  );
  // what was closed here stays in sight until somebody asks for other dates
  const [closedHere, setClosedHere] = useState<{ year: string; to: string | undefined }>();
  const stays = closedHere?.to === address.to ? years.years.find(({ year }) => year === closedHere?.year) : undefined;
  const year = stays ?? (address.to ? (shownYear ?? due) : (due ?? shownYear));
  const [form, setForm] = useSheetParam('form');
  const { data: rehearsal } = useSuspenseQuery(rehearsalQuery(organisation.id, year?.year ?? '', form));
  const close = useOrganisationMutation(async (label: string) => {
    const answer = await api.post(paths.closing(organisation.id, label), isClosingForm(form) ? { form } : {});
    setClosedHere({ year: label, to: address.to });
    return answer;
  });
  const end = parseCivilDate(rehearsal.date);
  return (
    <div className="list-and-one year-end">
      <Sheet
        title={`Closing entries ${rehearsal.yearName}`}
        foot={
          rehearsal.closed ? undefined : (
            <CloseYear
              key={rehearsal.year}
              rehearsal={rehearsal}
              today={today}
              isClosing={close.isPending}
              onClose={() => close.mutate(rehearsal.year)}
            />
          )
        }
      >
        {rehearsal.closed ? (
          <Closed rehearsal={rehearsal} />
        ) : (
          <>
            <p className="soft small">dated {longDate(end)}; nothing is posted until you say so</p>
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
          </>
        )}
        <ErrorMessage error={close.error} />
        {rehearsal.entries.length === 0 && !rehearsal.closed && (
          <Empty>
            <p>
              {isBlocked(rehearsal)
                ? 'The entries can be prepared once what is named at the right is settled.'
                : 'Every temporary account is at zero already.'}
            </p>
          </Empty>
        )}
        <ClosingEntries entries={rehearsal.entries} currency={currency} />
      </Sheet>
      <TAccounts rehearsal={rehearsal} currency={currency} />
      <Afterwards rehearsal={rehearsal} currency={currency} />
    </div>
  );
}

function isBlocked({ closed, remarks }: ClosingRehearsalResponse): boolean {
  return closed || remarks.some((remark) => remark.blocks);
}

/** Closes the year. One that has not ended yet asks first, in words; the same key again is no answer to that. */
function CloseYear({
  rehearsal,
  today,
  isClosing,
  onClose,
}: {
  rehearsal: ClosingRehearsalResponse;
  today: CivilDate;
  isClosing: boolean;
  onClose: () => void;
}) {
  const address = useAddress();
  const [typed, setTyped] = useState<string>();
  const end = parseCivilDate(rehearsal.date);
  const isRunning = end >= today;
  const count = rehearsal.entries.length;
  const isBarred = isBlocked(rehearsal) || isClosing;
  const ask = (): void => (isRunning ? setTyped((before) => before ?? '') : onClose());
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && !event.repeat)
        document.getElementById('post-closing')?.click();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  if (isRunning && typed !== undefined) {
    return (
      <form
        className="stack"
        style={{ gap: 8 }}
        onSubmit={(event) => {
          event.preventDefault();
          if (typed.trim() === rehearsal.yearName && !isBarred) onClose();
        }}
      >
        <p className="brass">
          {rehearsal.yearName} runs until {longDate(end)}, {daysBetween(today, end)} days from today. Closing it now
          locks it to its end. To close it all the same, write {rehearsal.yearName}:
        </p>
        <div className="row">
          <TextField
            autoFocus
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            style={{ width: 120 }}
            slotProps={{ htmlInput: { 'aria-label': `Write ${rehearsal.yearName} to close it before its end` } }}
          />
          <Button type="submit" variant="contained" disabled={typed.trim() !== rehearsal.yearName || isBarred}>
            Close {rehearsal.yearName} before its end
          </Button>
          <Button variant="outlined" onClick={() => setTyped(undefined)}>
            Not yet
          </Button>
        </div>
      </form>
    );
  }
  return (
    <div className="row">
      <Allowed isTold>
        <Button id="post-closing" variant="contained" disabled={isBarred} onClick={ask}>
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
  );
}

/** A closed year: who closed it and when, and how it is opened again. */
function Closed({ rehearsal }: { rehearsal: ClosingRehearsalResponse }) {
  const address = useAddress();
  const { posted, entries, year, yearName } = rehearsal;
  return (
    <div className="stack" style={{ gap: 8, marginBottom: 8 }}>
      <p role="status">
        {yearName} is closed and locked.
        {posted && (
          <span className="soft">
            {' '}
            By {posted.by}, {longDate(dayOf(posted.at))}.
          </span>
        )}
      </p>
      <p className="soft small">
        {entries.length === 0
          ? 'Nothing had to be posted for it.'
          : entries.map(({ number }, index) => (
              <span key={number}>
                {index > 0 && ', '}
                <Link className="act" to={address.href('journal', { entry: number ?? '' })}>
                  {number}
                </Link>
              </span>
            ))}
      </p>
      <Reopen year={year} name={yearName} />
    </div>
  );
}

function Afterwards({ rehearsal, currency }: { rehearsal: ClosingRehearsalResponse; currency: CurrencyCode }) {
  const { rows, totalDebit, totalCredit } = rehearsal.postClosingTrialBalance;
  return (
    <section className="sheet" aria-label="Trial balance afterwards" tabIndex={0}>
      <div>
        <h2>Trial balance afterwards</h2>
        <p className="soft small">post-closing, {longDate(parseCivilDate(rehearsal.date))}</p>
      </div>
      {rehearsal.remarks.length > 0 && (
        <div style={{ margin: '8px 0 14px' }}>
          <h2 className="minor">Before posting</h2>
          {rehearsal.remarks.map((remark) => (
            <p key={remark.message} className={remark.blocks ? 'brick' : 'brass'}>
              {remark.blocks ? '▲' : '△'} {remark.message} <EntryLinks numbers={remark.entries ?? []} />
            </p>
          ))}
        </div>
      )}
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
              <td className="soft nowrap">{row.account}</td>
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
    </section>
  );
}

/** Entries by number, each a way to it. */
function EntryLinks({ numbers }: { numbers: readonly string[] }) {
  const address = useAddress();
  return numbers.map((number) => (
    <span key={number}>
      <Link className="act nowrap" to={address.href('journal', { entry: number })}>
        {number}
      </Link>{' '}
    </span>
  ));
}
