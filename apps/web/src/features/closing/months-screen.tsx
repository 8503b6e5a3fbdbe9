import type { PostsWhileClosing } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { toDoQuery } from '../../api/closing-queries.js';
import ruled from '../../ui/ruled.module.css';
import { Sheet } from '../../ui/sheet.js';
import { MonthRow } from './month-row.js';
import styles from './months-screen.module.css';
import { Reopen } from './reopen.js';

/** Which months take entries, by who posts into one that is being closed. */
const TAKES: Readonly<Record<PostsWhileClosing, string>> = {
  all: 'a locked month takes no more entries',
  owners: 'a locked month takes no more entries, one being closed only those of owners',
  nobody: 'neither a locked month nor one being closed takes entries',
};

/** The months of the year as a checklist: whether the proofs hold at their end, what is left to be done, their locks. */
export default function MonthsScreen() {
  const address = useAddress();
  const { organisation, years, to, today } = useBooks();
  const year = years.years.find((year) => year.from <= to && to <= year.to) ?? years.years[0];
  const { data: toDo = [] } = useQuery({
    ...toDoQuery(organisation.id, year?.year ?? ''),
    enabled: year !== undefined,
  });
  const isFirst = year === years.years[0];
  if (!year) return null;
  const periods = isFirst ? [years.broughtForward, ...year.periods] : year.periods;
  return (
    <Sheet
      title={`Months of ${year.name}`}
      aside={year.closed ? 'the year is closed' : TAKES[organisation.postsWhileClosing]}
      tools={
        <Link className="act" to={address.href('year-end')}>
          {year.closed ? 'See the year end' : 'Rehearse the year end'}
        </Link>
      }
    >
      <table className={clsx(ruled.table, styles.months)}>
        <thead>
          <tr>
            <th>Month</th>
            <th className="num">Entries</th>
            <th>Proofs at its end</th>
            <th>Left to do</th>
            <th>Locked</th>
            <th>
              <span className="visually-hidden">Lock</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {periods.map((period, index) => (
            <MonthRow
              key={period.period}
              period={period}
              toDo={toDo.find((periodToDo) => periodToDo.period === period.period)}
              isPast={period.to <= today}
              isClosed={year.closed}
              openBefore={periods.slice(0, index).filter(({ locked }) => !locked).length}
              lockedAfter={periods.slice(index + 1).filter(({ locked }) => locked).length}
            />
          ))}
        </tbody>
      </table>
      {year.closed && <Reopen year={year.year} name={year.name} />}
    </Sheet>
  );
}
