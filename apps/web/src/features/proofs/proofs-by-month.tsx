import type { LockedProofsResponse, PeriodResponse, ProofResponse } from '@just-ledger/contract';
import { dayOf, fiscalMonthOf, parseCivilDate, shortDate, shortMonthName } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { ProofMark } from '../../ui/proof-mark.js';
import ruled from '../../ui/ruled.module.css';
import { KeptMark } from './kept-mark.js';
import { proofFigure } from './proof-figure.js';
import styles from './proofs-by-month.module.css';

/** A month of the year with the proofs of amounts at its end; none while it is not over. */
export interface MonthOfProofs {
  readonly month: PeriodResponse;
  readonly proofs: readonly ProofResponse[] | undefined;
}

/** One proof a row, one month a column: at the end of which months it holds, and what each lock was made upon. */
export function ProofsByMonth({
  months,
  kept,
  to,
}: {
  months: readonly MonthOfProofs[];
  /** The proofs of locked months as they were kept. */
  kept: readonly LockedProofsResponse[];
  to: string;
}) {
  const address = useAddress();
  const { calendar, currency, today } = useBooks();
  const labels = new Map(months.flatMap(({ proofs = [] }) => proofs.map(({ key, label }) => [key, label] as const)));
  if (months.every(({ month }) => month.to > today && !month.lockedAt)) {
    return (
      <p className="soft small">None of its months is over yet: proofs stand here from the end of the first on.</p>
    );
  }
  return (
    <div className={styles.scrolls} role="region" aria-label="Proofs by month" tabIndex={0}>
      <table className={clsx(ruled.table, ruled.tight, styles.grid)}>
        <thead>
          <tr>
            <th>At the end of</th>
            {months.map(({ month }) => (
              <th key={month.period}>
                <button
                  type="button"
                  className="plain"
                  aria-pressed={month.to === to}
                  title={`Proofs as at ${shortDate(parseCivilDate(month.to))}`}
                  onClick={() => address.setSpan(month.from ?? month.to, month.to)}
                >
                  {shortMonthName(calendar, fiscalMonthOf(calendar, parseCivilDate(month.to)))}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {[...labels].map(([key, label]) => (
            <tr key={key}>
              <td>{label}</td>
              {months.map(({ month, proofs }) => {
                const proof = proofs?.find((proof) => proof.key === key);
                return (
                  <td key={month.period} className="nowrap">
                    {proof && (
                      <>
                        <ProofMark holds={proof.holds} />
                        <span className={proof.holds ? 'visually-hidden' : 'brick small'}>
                          {proof.holds ? 'holds' : proofFigure(proof, proof.difference, currency)}
                        </span>
                      </>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
          <tr>
            <td>As when it was locked</td>
            {months.map(({ month, proofs }) => {
              const own = kept.find(({ period }) => period === month.period);
              return (
                <td key={month.period} className="nowrap">
                  {own && <KeptMark kept={own} drawn={proofs} />}
                </td>
              );
            })}
          </tr>
          <tr>
            <td>Locked</td>
            {months.map(({ month }) => (
              <td key={month.period} className="nowrap small soft">
                {month.lockedAt && (
                  <>
                    <span className="nowrap">{shortDate(dayOf(month.lockedAt)).slice(0, -5)}</span>
                    <span className={styles.line}>{month.lockedEntries}</span>
                    <span title={month.lockedSeal ?? ''}>{month.lockedSeal?.slice(0, 6)}</span>
                  </>
                )}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      <p className="soft small">
        Under a locked month: whether its proofs still have the figures that were kept when it was locked (“later”:
        entries of its days or earlier ones came since); the day, how many entries there were, and how the seal of the
        last begins.
      </p>
    </div>
  );
}
