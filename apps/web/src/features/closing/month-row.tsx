import { paths, type PeriodResponse, type PeriodToDoResponse, withQuery } from '@just-ledger/contract';
import { dayOf, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { proofsQuery } from '../../api/proof-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { LeftToDo } from './left-to-do.js';
import styles from './months-screen.module.css';
import { UnlockForm } from './unlock-form.js';

/** A month: what was posted, whether the proofs hold at its end, what is left to do, and its lock. */
export function MonthRow({
  period,
  toDo,
  isPast,
  isClosed,
  openBefore,
  lockedAfter,
}: {
  period: PeriodResponse;
  /** Undefined while it is being read, and where nothing is to be done. */
  toDo: PeriodToDoResponse | undefined;
  isPast: boolean;
  isClosed: boolean;
  /** How many periods before it are open: they can be locked with it. */
  openBefore: number;
  /** How many after it are locked: they can be unlocked with it. */
  lockedAfter: number;
}) {
  const { organisation } = useBooks();
  const { data } = useQuery({ ...proofsQuery(organisation.id, period.to), enabled: isPast && !period.locked });
  const [isUnlocking, setUnlocking] = useState(false);
  const lock = useOrganisationMutation((several: boolean) =>
    api.post(withQuery(paths.lock(organisation.id, period.period), { several: several ? 'true' : undefined })),
  );
  const closing = useOrganisationMutation((isBegun: boolean) =>
    isBegun
      ? api.put(paths.periodClosing(organisation.id, period.period))
      : api.delete(paths.periodClosing(organisation.id, period.period)),
  );
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
      <td>{toDo && <LeftToDo dates={{ from: period.from ?? period.to, to: period.to }} toDo={toDo} />}</td>
      <td className="soft">
        {period.locked && period.lockedAt ? `${shortDate(dayOf(period.lockedAt))} by ${period.lockedBy}` : ''}
        {period.closing && `being closed, ${shortDate(dayOf(period.closing.at))} by ${period.closing.by}`}
      </td>
      <td className="num">
        {isUnlocking ? (
          <UnlockForm period={period} lockedAfter={lockedAfter} onDone={() => setUnlocking(false)} />
        ) : period.locked ? (
          !isClosed && (
            <Allowed act="close">
              <button className="act small" type="button" onClick={() => setUnlocking(true)}>
                unlock …
              </button>
            </Allowed>
          )
        ) : (
          <Allowed act="close">
            <span className={styles.locks}>
              {(isPast || period.closing) && (
                <button
                  className="act small"
                  type="button"
                  disabled={closing.isPending}
                  onClick={() => closing.mutate(!period.closing)}
                >
                  {period.closing ? 'end closing' : 'begin closing'}
                </button>
              )}
              {openBefore > 0 && isPast && (
                <button
                  className="act small"
                  type="button"
                  disabled={lock.isPending}
                  onClick={() => lock.mutate(true)}
                >
                  lock all up to here
                </button>
              )}
              <button
                className="act small"
                type="button"
                disabled={lock.isPending}
                onClick={() => lock.mutate(false)}
              >
                lock
              </button>
            </span>
          </Allowed>
        )}
        <ErrorMessage error={lock.error ?? closing.error} />
      </td>
    </tr>
  );
}
