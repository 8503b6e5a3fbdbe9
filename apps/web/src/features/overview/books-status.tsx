import type { BooksStatusResponse } from '@just-ledger/contract';
import { longDate, parseCivilDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import styles from './books-status.module.css';

/** Where an organisation stands, in a line: what waits opens its screen, what fails says so. */
export function BooksStatus({ status }: { status: BooksStatusResponse | undefined }) {
  if (!status) return <span className="soft small">…</span>;
  if (status.failure) return <span className="brick small">{status.failure}</span>;
  const {
    organisation,
    drafts,
    due,
    openMonths,
    yearToClose,
    papersWanted,
    takeOnDifference,
    proofs,
    proofsFailing,
  } = status;
  const waits: readonly (readonly [number | string | null, string, string])[] = [
    [papersWanted, papersWanted === 1 ? '1 paper wanted' : `${papersWanted} papers wanted`, 'prepare/gather'],
    [
      takeOnDifference,
      Number(takeOnDifference) === 0 ? 'take-on to sign off' : `take-on: difference ${takeOnDifference}`,
      'take-on/bench',
    ],
    [drafts, drafts === 1 ? '1 draft' : `${drafts} drafts`, 'record/drafts'],
    [due, `${due} due`, 'record/recurring'],
    [openMonths, openMonths === 1 ? '1 month open' : `${openMonths} months open`, 'close/months'],
    [yearToClose, `${yearToClose ?? ''} to close`, 'close/year-end'],
  ];
  return (
    <div className={clsx(styles.lines, 'small')}>
      <span className={proofsFailing > 0 ? 'brick' : 'soft'}>
        {proofsFailing > 0
          ? `${proofsFailing} of ${proofs} proofs do not hold`
          : `${proofs} of ${proofs} proofs hold`}
        {status.lastDate && ` · last entry of ${longDate(parseCivilDate(status.lastDate))}`}
        {status.entries === 0 && ' · no entry yet'}
      </span>
      {waits
        .filter(([count]) => count)
        .map(([, text, screen]) => (
          <span key={screen}>
            {' · '}
            <Link className="act brass nowrap" to={`/${organisation}/${screen}`}>
              {text}
            </Link>
          </span>
        ))}
    </div>
  );
}
