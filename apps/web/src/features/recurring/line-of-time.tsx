import type { RecurringJournalResponse, TimeLineOccurrenceResponse } from '@just-ledger/contract';
import { MONTH_NAMES } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Fragment, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { timeLineQuery } from '../../api/recurring-queries.js';
import { Allowed } from '../../ui/allowed.js';
import { walkAmong } from '../../ui/focused.js';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import { Empty, Sheet } from '../../ui/sheet.js';
import { DoneByItself } from './done-by-itself.js';
import { isNext } from './is-next.js';
import styles from './line-of-time.module.css';
import { OccurrenceRow } from './occurrence-row.js';
import { PostDue } from './post-due.js';

/** What is late, and the months that come with what falls into them and their sums. */
export function LineOfTime({
  journals,
  onNew,
}: {
  journals: readonly RecurringJournalResponse[];
  onNew: () => void;
}) {
  const { organisation, currency } = useBooks();
  const { data: line } = useSuspenseQuery(timeLineQuery(organisation.id));
  const [open, setOpen] = useState<string>();
  const all = [...line.late, ...line.months.flatMap(({ occurrences }) => occurrences)];
  const due = all.filter(({ state }) => state === 'due');
  if (journals.length === 0) return <NoSchedules onNew={onNew} />;
  const row = (timeLineOccurrence: TimeLineOccurrenceResponse, isUnderMonth: boolean) => (
    <OccurrenceRow
      key={`${timeLineOccurrence.journal} ${timeLineOccurrence.nominal}`}
      occurrence={timeLineOccurrence}
      isOpen={open === `${timeLineOccurrence.journal} ${timeLineOccurrence.nominal}`}
      isFirst={isNext(timeLineOccurrence, due)}
      isUnderMonth={isUnderMonth}
      onToggle={(isOpen) =>
        setOpen(isOpen ? `${timeLineOccurrence.journal} ${timeLineOccurrence.nominal}` : undefined)
      }
    />
  );
  return (
    <Sheet title="Line of time" aside="what comes again, and what it comes to">
      <DoneByItself done={line.done} />
      <PostDue due={due} />
      <table
        className={clsx(ruled.table, styles.line)}
        onKeyDown={(event) => walkAmong(event, 'button[data-occurrence]')}
      >
        <thead className="visually-hidden">
          <tr>
            <th>Date</th>
            <th>What</th>
            <th>Amount</th>
          </tr>
        </thead>
        <tbody>
          {line.late.length > 0 && (
            <tr className={ruled.heading}>
              <td colSpan={3} className="brass">
                From earlier months
              </td>
            </tr>
          )}
          {line.late.map((timeLineOccurrence) => row(timeLineOccurrence, false))}
          {line.months.map(({ month, total, occurrences }) => (
            <Fragment key={month}>
              <tr className={ruled.heading}>
                <td colSpan={2}>{monthName(month)}</td>
                <td className="num">{occurrences.length > 0 ? shown(total, currency) : '–'}</td>
              </tr>
              {occurrences.map((occurrence) => row(occurrence, true))}
            </Fragment>
          ))}
        </tbody>
      </table>
    </Sheet>
  );
}

function NoSchedules({ onNew }: { onNew: () => void }) {
  return (
    <Sheet title="Line of time">
      <Empty>
        <p>
          What comes again belongs here: rent, depreciation, a prepayment that is used up, a loan’s instalments, a
          share of costs. It is set up once, seen before it comes, and posted once.
        </p>
        <p>
          <Allowed act="recur">
            <button className="act" type="button" onClick={onNew}>
              Write the first schedule
            </button>
          </Allowed>
        </p>
      </Empty>
    </Sheet>
  );
}

function monthName(month: string): string {
  const [year = '', number = ''] = month.split('-');
  return `${MONTH_NAMES[Number(number) - 1] ?? ''} ${year}`;
}
