import type { AdjustmentResponse } from '@just-ledger/contract';
import { minor, parseCivilDate, safeParseAmount, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { displayed } from '../../ui/own-ways.js';
import line from '../recurring/line-of-time.module.css';
import { isNext } from '../recurring/is-next.js';
import { OccurrenceRow } from '../recurring/occurrence-row.js';

/** So many that were made stand each in a row of its own; more are told together. */
const FEW = 2;

/** The dates of one schedule: what is still to be made row by row, what was made in one row that unfolds. */
export function AdjustmentRows({
  adjustments,
  open,
  onOpen,
}: {
  adjustments: readonly AdjustmentResponse[];
  /** Which date stands open. */
  open: string;
  onOpen: (date: string) => void;
}) {
  const made = adjustments.filter(({ state }) => state === 'posted');
  const [isUnfolded, setUnfolded] = useState(() => made.some((adjustment) => keyOf(adjustment) === open));
  const isFolded = made.length > FEW && !isUnfolded;
  const shown = isFolded ? adjustments.filter(({ state }) => state !== 'posted') : adjustments;
  return (
    <>
      {isFolded && <MadeRow made={made} onUnfold={() => setUnfolded(true)} />}
      {shown.map((adjustment) => {
        const key = keyOf(adjustment);
        return (
          <OccurrenceRow
            key={key}
            occurrence={adjustment}
            isOpen={open === key}
            isFirst={isNext(adjustment, adjustments)}
            isUnderMonth={false}
            onToggle={(isOpen) => onOpen(isOpen ? key : '')}
          />
        );
      })}
    </>
  );
}

/** What tells a date from all others; empty for none. */
export function keyOf(adjustment: AdjustmentResponse | undefined): string {
  return adjustment ? `${adjustment.journal} ${adjustment.nominal}` : '';
}

/** What was made, in one row. */
function MadeRow({ made, onUnfold }: { made: readonly AdjustmentResponse[]; onUnfold: () => void }) {
  const { currency } = useBooks();
  const [first, last] = [made[0], made.at(-1)];
  if (!first || !last) return null;
  const sum = made.reduce((total, { amount }) => {
    const read = safeParseAmount(amount, currency);
    return read.ok ? total + read.amount : total;
  }, 0);
  return (
    <tr>
      <td className="nowrap">{shortDate(parseCivilDate(last.date))}</td>
      <td>
        <button type="button" data-occurrence className={clsx('plain', line.occurrence)} onClick={onUnfold}>
          {first.name} <span className="soft small">● {made.length} made up to then, unfold</span>
        </button>
      </td>
      <td className="num soft">{displayed(minor(sum), currency)}</td>
    </tr>
  );
}
