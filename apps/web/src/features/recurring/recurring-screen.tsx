import { fiscalYearOf, parseCivilDate, shortDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { recurringQuery } from '../../api/recurring-queries.js';
import { Allowed } from '../../ui/allowed.js';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import { Empty, Pane, Panes, Sheet } from '../../ui/sheet.js';
import { DueOccurrences } from './due-occurrences.js';
import { JournalDetails } from './journal-details.js';
import { PlannedReversals } from './planned-reversals.js';
import { RecurringForm } from './recurring-form.js';
import styles from './recurring-screen.module.css';
import { TimeLineMonths } from './time-line-months.js';
import { TimeLine } from './time-line.js';

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
    <Panes>
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
          <table className={ruled.table}>
            <thead>
              <tr>
                <th className={styles.name}>Journal</th>
                <th>
                  <TimeLineMonths year={year} />
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
                  <tr key={`${journal.id} open`} className={ruled.chosen}>
                    <td colSpan={3}>
                      <JournalDetails journal={journal} currency={currency} />
                    </td>
                  </tr>
                ),
              ])}
            </tbody>
          </table>
        )}
      </Sheet>
      <Pane narrow>
        <DueOccurrences due={due} currency={currency} today={today} />
        <PlannedReversals />
      </Pane>
    </Panes>
  );
}
