import { type OccurrenceResponse, paths, type RecurringJournalResponse } from '@just-ledger/contract';
import {
  addMonths,
  checkDate,
  type CivilDate,
  type CurrencyCode,
  daysBetween,
  firstOfMonth,
  type FiscalYear,
  fiscalYearOf,
  minor,
  parseAmount,
  parseCivilDate,
  shortDate,
} from '@just-ledger/core';
import { Button, TextField } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { recurringQuery } from '../../api/recurring-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { shown } from '../../ui/money.js';
import { displayed } from '../../ui/own-ways.js';
import { Empty, ErrorMessage, Sheet } from '../../ui/sheet.js';
import { booksForDates } from '../journal/books-for-dates.js';
import { RecurringForm } from './recurring-form.js';

/** Recurring journals on a line of time, and what is due. */
export default function RecurringScreen() {
  const { organisation, currency, calendar, to, today } = useBooks();
  const { data: journals } = useSuspenseQuery(recurringQuery(organisation.id, to));
  const [open, setOpen] = useState<number | 'new'>();
  const year = fiscalYearOf(calendar, to);
  const due = journals
    .flatMap((journal) =>
      journal.occurrences
        .filter((occurrence) => occurrence.state === 'due')
        .map((occurrence) => ({ journal, date: occurrence.date })),
    )
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.journal.id - b.journal.id));
  return (
    <div className="list-and-one">
      <Sheet
        title="Recurring journals"
        aside={journals.length === 1 ? '1 schedule' : `${journals.length} schedules`}
        tools={
          <>
            <span className="soft">
              ● posted · ○ to come · <span className="brass">● due</span> · ◌ skipped
            </span>
            <Allowed>
              <button className="act" type="button" onClick={() => setOpen('new')}>
                New schedule
              </button>
            </Allowed>
          </>
        }
      >
        {open === 'new' && <RecurringForm onDone={() => setOpen(undefined)} />}
        {journals.length === 0 && open !== 'new' ? (
          <Empty>
            <p>
              What comes back each month or year belongs here: rent, depreciation, a loan’s instalments. It is posted
              when you say so, with its date and amount ready.
            </p>
            <p>
              <Allowed>
                <button className="act" type="button" onClick={() => setOpen('new')}>
                  Write the first schedule
                </button>
              </Allowed>
            </p>
          </Empty>
        ) : (
          <table className="ruled">
            <thead>
              <tr>
                <th style={{ width: '30%' }}>Journal</th>
                <th>
                  <Months year={year} />
                </th>
                <th className="num">Amount</th>
              </tr>
            </thead>
            <tbody>
              {journals.map((journal) => [
                <tr key={journal.id}>
                  <td>
                    <button
                      className="plain"
                      type="button"
                      aria-expanded={open === journal.id}
                      onClick={() => setOpen(open === journal.id ? undefined : journal.id)}
                    >
                      {journal.name}
                      <br />
                      <span className="soft small">
                        {journal.scheduleWords}
                        {journal.endedOn ? `, ended ${shortDate(parseCivilDate(journal.endedOn))}` : ''}
                      </span>
                    </button>
                  </td>
                  <td>
                    <TimeLine journal={journal} year={year} today={today} />
                  </td>
                  <td className="num">{shown(journal.amount, currency)}</td>
                </tr>,
                open === journal.id && (
                  <tr key={`${journal.id} open`} className="chosen">
                    <td colSpan={3}>
                      <Details journal={journal} currency={currency} />
                    </td>
                  </tr>
                ),
              ])}
            </tbody>
          </table>
        )}
      </Sheet>
      <div className="place narrow">
        <Due due={due} currency={currency} today={today} />
      </div>
    </div>
  );
}

function Months({ year }: { year: FiscalYear }) {
  const days = daysBetween(year.first, year.last) + 1;
  const months: { name: string; left: number }[] = [];
  for (let at = year.first; at <= year.last;) {
    months.push({ name: shortDate(at).split(' ')[1] ?? '', left: (daysBetween(year.first, at) / days) * 100 });
    at = firstOfMonth(addMonths(at, 1));
  }
  return (
    <div className="timeline" style={{ height: 16 }}>
      {months.map((month) => (
        <span key={month.left} style={{ position: 'absolute', left: `${month.left}%` }}>
          {month.name}
        </span>
      ))}
    </div>
  );
}

function TimeLine({
  journal,
  year,
  today,
}: {
  journal: RecurringJournalResponse;
  year: FiscalYear;
  today: CivilDate;
}) {
  const days = daysBetween(year.first, year.last) + 1;
  const at = (date: string): string => `${((daysBetween(year.first, parseCivilDate(date)) + 0.5) / days) * 100}%`;
  const inYear = journal.occurrences.filter(
    (occurrence) => occurrence.date >= year.first && occurrence.date <= year.last,
  );
  return (
    <div
      className="timeline"
      role="img"
      aria-label={inYear.map((occurrence) => `${occurrence.date} ${occurrence.state}`).join(', ')}
    >
      {today >= year.first && today <= year.last && <span className="now" style={{ left: at(today) }} />}
      {inYear.map((occurrence) => (
        <span
          key={occurrence.date}
          className={`dot ${occurrence.state}`}
          style={{ left: at(occurrence.date) }}
          title={dotTitle(occurrence)}
        />
      ))}
    </div>
  );
}

function dotTitle(one: OccurrenceResponse): string {
  return [shortDate(parseCivilDate(one.date)), one.state === 'to-come' ? 'to come' : one.state, one.entry, one.reason]
    .filter(Boolean)
    .join(' · ');
}

function Due({
  due,
  currency,
  today,
}: {
  due: readonly { journal: RecurringJournalResponse; date: string }[];
  currency: CurrencyCode;
  today: CivilDate;
}) {
  const address = useAddress();
  const books = useBooks();
  const { organisation } = books;
  const shut = (date: string): string | undefined => {
    const checked = checkDate(date, 'ordinary', booksForDates(books));
    return checked.ok ? undefined : checked.problems[0]?.message;
  };
  const open = due.filter(({ date }) => shut(date) === undefined);
  const [skipping, setSkipping] = useState('');
  const [reason, setReason] = useState('');
  const postAll = useOrganisationMutation(() => api.post(paths.postDue(organisation.id)));
  const post = useOrganisationMutation(({ id, date }: { id: number; date: string }) =>
    api.post(paths.postOccurrence(organisation.id, id), { date }),
  );
  const skip = useOrganisationMutation(({ id, date }: { id: number; date: string }) =>
    api.post(paths.skipOccurrence(organisation.id, id), { date, reason }),
  );
  const effect = open
    .flatMap(({ journal }) => journal.entry.lines)
    .reduce(
      (sums, line) =>
        sums.set(
          line.account,
          (sums.get(line.account) ?? 0) +
            parseAmount(line.debit || '0', currency) -
            parseAmount(line.credit || '0', currency),
        ),
      new Map<string, number>(),
    );
  return (
    <Sheet title={`Due by ${shortDate(today)}`}>
      {due.length === 0 && <p className="soft">Nothing is due.</p>}
      {due.map(({ journal, date }) => {
        const key = `${journal.id} ${date}`;
        const why = shut(date);
        const isFirst = open.find((one) => one.journal.id === journal.id)?.date === date;
        return (
          <div key={key} className="effect">
            <div className="spread">
              <span className="strong">{journal.name}</span>
              <span className="num">{shown(journal.amount, currency)}</span>
            </div>
            <div className="spread small">
              <span className="soft">
                {shortDate(parseCivilDate(date))}
                {isFirst || why ? '' : ' · after the one before'}
              </span>
              {(isFirst || why) && (
                <Allowed>
                  <span className="row" style={{ gap: 12 }}>
                    {!why && (
                      <button className="act" type="button" onClick={() => post.mutate({ id: journal.id, date })}>
                        post
                      </button>
                    )}
                    <button className="act" type="button" onClick={() => setSkipping(skipping === key ? '' : key)}>
                      skip …
                    </button>
                  </span>
                </Allowed>
              )}
            </div>
            {why && <p className="small brass">{why} Or skip it with a reason.</p>}
            {skipping === key && (
              <form
                className="row"
                onSubmit={(event) => {
                  event.preventDefault();
                  skip.mutate(
                    { id: journal.id, date },
                    {
                      onSuccess: () => {
                        setSkipping('');
                        setReason('');
                      },
                    },
                  );
                }}
              >
                <TextField
                  autoFocus
                  placeholder="why?"
                  value={reason}
                  onChange={(event) => setReason(event.target.value)}
                  style={{ width: 170 }}
                  slotProps={{ htmlInput: { 'aria-label': 'Why it is skipped' } }}
                />
                <button className="act" type="submit" disabled={reason.trim() === ''}>
                  skip it
                </button>
              </form>
            )}
          </div>
        );
      })}
      <ErrorMessage error={post.error ?? postAll.error ?? skip.error} />
      {postAll.data && postAll.data.posted.length > 0 && (
        <div className="told" role="status">
          Posted {postAll.data.posted.map((one) => one.entry).join(', ')}.{' '}
          <Link className="act" to={address.href('journal')}>
            See them
          </Link>
        </div>
      )}
      {open.length > 0 && (
        <>
          <div style={{ marginTop: 14 }}>
            <Allowed isTold>
              <Button variant="contained" disabled={postAll.isPending} onClick={() => postAll.mutate(undefined)}>
                {open.length === 1 ? 'Post it' : `Post all ${open.length}`}
              </Button>
            </Allowed>
          </div>
          <div style={{ marginTop: 18 }}>
            <h2 className="minor">Effect</h2>
            {[...effect].map(([account, amount]) => (
              <div key={account} className="spread small">
                <span className="soft">{account}</span>
                <span className="num">
                  {displayed(minor(Math.abs(amount)), currency)} {amount > 0 ? 'debit' : 'credit'}
                </span>
              </div>
            ))}
          </div>
        </>
      )}
    </Sheet>
  );
}

function Details({ journal, currency }: { journal: RecurringJournalResponse; currency: CurrencyCode }) {
  const { organisation } = useBooks();
  const [isChanging, setChanging] = useState(false);
  const end = useOrganisationMutation(() => api.delete(paths.recurringJournal(organisation.id, journal.id)));
  if (isChanging) return <RecurringForm journal={journal} onDone={() => setChanging(false)} />;
  return (
    <div style={{ padding: '4px 8px 10px', display: 'grid', gridTemplateColumns: '1.3fr 1fr', gap: 24 }}>
      <div>
        <p>{journal.entry.explanation}</p>
        <table className="ruled tight">
          <tbody>
            {journal.entry.lines.map((line, index) => (
              <tr key={index}>
                <td style={{ paddingLeft: line.credit ? 28 : 8 }}>
                  {line.account}
                  {line.contact ? ` · ${line.contact}` : ''}
                </td>
                <td className="num">{shown(line.debit ?? null, currency)}</td>
                <td className="num">{shown(line.credit ?? null, currency)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <div className="row" style={{ marginTop: 8 }}>
          <button className="act small" type="button" onClick={() => setChanging(true)}>
            change
          </button>
          {!journal.endedOn && (
            <button className="act small" type="button" onClick={() => end.mutate(undefined)}>
              end it today
            </button>
          )}
        </div>
        <ErrorMessage error={end.error} />
      </div>
      <div>
        <h2 className="minor">The next twelve</h2>
        <p className="soft small">
          {journal.next.length === 0
            ? 'none'
            : journal.next.map((date) => shortDate(parseCivilDate(date))).join(', ')}
        </p>
      </div>
    </div>
  );
}
