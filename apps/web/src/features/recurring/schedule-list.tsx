import { paths, type RecurringJournalResponse } from '@just-ledger/contract';
import { standingWords } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { PrintedFile } from '../../ui/printed-file.js';
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
  const { currency, organisation } = useBooks();
  return (
    <Sheet
      title="Schedules"
      aside={journals.length === 0 ? 'none yet' : journals.length}
      tools={
        <>
          <Allowed act="recur">
            <Link className="act" to={address.href('entry', { accrue: MISSING_BILL })}>
              Accrue a missing bill
            </Link>
            <button className="act" type="button" onClick={onNew}>
              New schedule
            </button>
          </Allowed>
          {journals.length > 0 && (
            <>
              <PrintedFile href={paths.recurringPdf(organisation.id)} />
              <a className="act" href={paths.recurringXlsx(organisation.id)} download="recurring-journals.xlsx">
                XLSX
              </a>
            </>
          )}
        </>
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
                {standingWords(journal) && `; ${standingWords(journal)}`}
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
