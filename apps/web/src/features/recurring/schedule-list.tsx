import type { RecurringJournalResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { Sheet } from '../../ui/sheet.js';
import { MISSING_BILL } from '../journal/accrual-form.js';
import { Holidays } from './holidays.js';
import { SchedulesToBe } from './schedules-to-be.js';
import { PlannedReversals } from './planned-reversals.js';
import styles from './schedule-list.module.css';

/** The schedules by name: how often, what the next comes to, and how they stand; and what else comes by itself. */
export function ScheduleList({
  journals,
  chosen,
  onChoose,
  onNew,
}: {
  journals: readonly RecurringJournalResponse[];
  chosen: number | undefined;
  onChoose: (id: number) => void;
  onNew: () => void;
}) {
  const address = useAddress();
  const { currency } = useBooks();
  return (
    <Sheet
      title="Schedules"
      aside={journals.length === 0 ? 'none yet' : journals.length}
      tools={
        <Allowed needed="preparer">
          <Link className="act" to={address.href('entry', { accrue: MISSING_BILL })}>
            Accrue a missing bill
          </Link>
          <button className="act" type="button" onClick={onNew}>
            New schedule
          </button>
        </Allowed>
      }
    >
      <ul className={layout.plainList}>
        {journals.map((journal) => (
          <li key={journal.id}>
            <button
              type="button"
              className={clsx('plain', styles.schedule, chosen === journal.id && styles.chosen)}
              aria-current={chosen === journal.id}
              onClick={() => onChoose(journal.id)}
            >
              <span className={layout.spread}>
                <span className="strong">{journal.name}</span>
                <span className="num">{shown(journal.amount || null, currency)}</span>
              </span>
              <span className="soft small">
                {journal.scheduleWords}
                {standing(journal)}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <SchedulesToBe />
      <PlannedReversals />
      <Holidays />
    </Sheet>
  );
}

/** How a schedule stands beyond its dates, as it is said after them. */
export function standing({ endedOn, pauses, byItself, approvedBy, next }: RecurringJournalResponse): string {
  const open = pauses.find(({ until }) => until === null);
  if (endedOn !== null) return `; ended ${shortDate(parseCivilDate(endedOn))}`;
  if (open) return `; paused from ${shortDate(parseCivilDate(open.from))}`;
  if (next.length === 0) return '; over';
  if (byItself === 'drafts') return '; laid as a draft by itself';
  if (byItself === 'posts') return approvedBy === null ? '; waits for approval' : '; posted by itself';
  return '';
}
