import { paths, type PeriodResponse } from '@just-ledger/contract';
import { dayOf, shortDate } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { proofsQuery } from '../../api/proof-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import ruled from '../../ui/ruled.module.css';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import styles from './months-screen.module.css';
import { Reopen } from './reopen.js';

/** The months of the year: what was posted, whether the proofs hold at their end, and their locks. */
export default function MonthsScreen() {
  const address = useAddress();
  const { years, to, today } = useBooks();
  const year = years.years.find((year) => year.from <= to && to <= year.to) ?? years.years[0];
  const isFirst = year === years.years[0];
  if (!year) return null;
  return (
    <Sheet
      title={`Months of ${year.name}`}
      aside={year.closed ? 'the year is closed' : 'a locked month takes no more entries'}
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
            <th>Locked</th>
            <th>
              <span className="visually-hidden">Lock</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {(isFirst ? [years.broughtForward, ...year.periods] : year.periods).map((period) => (
            <Month key={period.period} period={period} isPast={period.to <= today} isClosed={year.closed} />
          ))}
        </tbody>
      </table>
      {year.closed && <Reopen year={year.year} name={year.name} />}
    </Sheet>
  );
}

function Month({ period, isPast, isClosed }: { period: PeriodResponse; isPast: boolean; isClosed: boolean }) {
  const { organisation } = useBooks();
  const { data } = useQuery({ ...proofsQuery(organisation.id, period.to), enabled: isPast && !period.locked });
  const [isUnlocking, setUnlocking] = useState(false);
  const [reason, setReason] = useState('');
  const lock = useOrganisationMutation(() => api.post(paths.lock(organisation.id, period.period)));
  const unlock = useOrganisationMutation(() => api.post(paths.unlock(organisation.id, period.period), { reason }));
  const failing = data?.proofs.filter((proof) => !proof.holds).length ?? 0;
  return (
    <tr>
      <td className={styles.name}>{period.name}</td>
      <td className="num">{period.entries}</td>
      <td className={failing ? 'brick' : 'soft'}>
        {period.locked
          ? ''
          : !isPast
            ? 'not over yet'
            : !data
              ? '…'
              : failing
                ? `${failing} do not hold`
                : `✓ ${data.proofs.length} hold`}
      </td>
      <td className="soft">
        {period.locked && period.lockedAt ? `${shortDate(dayOf(period.lockedAt))} by ${period.lockedBy}` : ''}
      </td>
      <td className="num">
        {period.locked ? (
          isUnlocking ? (
            <form
              className={clsx(layout.row, layout.toEnd)}

              onSubmit={(event) => {
                event.preventDefault();
                unlock.mutate(undefined, {
                  onSuccess: () => {
                    setUnlocking(false);
                    setReason('');
                  },
                });
              }}
            >
              <TextField
                autoFocus
                placeholder="why?"
                value={reason}
                onChange={(event) => setReason(event.target.value)}
                className={styles.reason}
                slotProps={{ htmlInput: { 'aria-label': `Why ${period.name} is unlocked` } }}
              />
              <button className="act" type="submit" disabled={reason.trim() === ''}>
                unlock
              </button>
            </form>
          ) : (
            !isClosed && (
              <Allowed>
                <button className="act small" type="button" onClick={() => setUnlocking(true)}>
                  unlock …
                </button>
              </Allowed>
            )
          )
        ) : (
          <Allowed>
            <button
              className="act small"
              type="button"
              disabled={lock.isPending}
              onClick={() => lock.mutate(undefined)}
            >
              lock
            </button>
          </Allowed>
        )}
        <ErrorMessage error={lock.error ?? unlock.error} />
      </td>
    </tr>
  );
}
