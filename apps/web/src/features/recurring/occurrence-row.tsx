import type { TimeLineOccurrenceResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import styles from './line-of-time.module.css';
import { OpenOccurrence } from './open-occurrence.js';

/** A date on the line of time; opened, what it posts. */
export function OccurrenceRow({
  occurrence,
  isOpen,
  isFirst,
  isUnderMonth,
  onToggle,
}: {
  occurrence: TimeLineOccurrenceResponse;
  isOpen: boolean;
  /** Whether it is the next of its journal: the others wait for it. */
  isFirst: boolean;
  /** Whether the year stands above it. */
  isUnderMonth: boolean;
  onToggle: (isOpen: boolean) => void;
}) {
  const { currency } = useBooks();
  const { date, name, amount, state, isLate } = occurrence;
  return (
    <>
      <tr className={clsx(state === 'skipped' && styles.skipped, isOpen && ruled.chosen)}>
        <td className="nowrap">{isUnderMonth ? dayAndMonth(date) : shortDate(parseCivilDate(date))}</td>
        <td>
          <button
            type="button"
            data-occurrence
            className={clsx('plain', styles.occurrence)}
            aria-expanded={isOpen}
            onClick={() => onToggle(!isOpen)}
          >
            {name} <span className={clsx('small', isLate ? styles.late : 'soft')}>{stateWords(occurrence)}</span>
          </button>
        </td>
        <td className={clsx('num', styles.num)}>{amountWords(occurrence, shown(amount || null, currency))}</td>
      </tr>
      {isOpen && (
        <tr className={ruled.chosen}>
          <td colSpan={3}>
            <OpenOccurrence occurrence={occurrence} isFirst={isFirst} onDone={() => onToggle(false)} />
          </td>
        </tr>
      )}
    </>
  );
}

function dayAndMonth(date: string): string {
  return shortDate(parseCivilDate(date)).split(' ').slice(0, 2).join(' ');
}

/** What a date comes to; of one to come that depends on what is posted until then, nothing yet. */
function amountWords({ state, lines, lacks }: TimeLineOccurrenceResponse, amount: string): string {
  const isUnknown = (state === 'to-come' && lines.length === 0) || lacks?.what === 'count';
  return isUnknown ? '–' : amount;
}

/** What has become of a date, in words with a mark. */
function stateWords({ state, isLate, entry, reason, isDiscarded }: TimeLineOccurrenceResponse): string {
  switch (state) {
    case 'posted':
      return `● posted as ${entry ?? ''}`;
    case 'skipped':
      return `◌ skipped: ${reason ?? ''}`;
    case 'drafted':
      return isDiscarded ? '◐ its draft was discarded' : '◐ a draft';
    case 'due':
      return isLate ? '● late' : '● due today';
    case 'to-come':
      return '';
    default:
      return state satisfies never;
  }
}
