import type { RecurringVersionResponse } from '@just-ledger/contract';
import { AMOUNT_SOURCES, parseCivilDate, shortDate } from '@just-ledger/core';
import layout from '../../ui/layout.module.css';

/** What held of a schedule from which date on, and who made it so. */
export function ScheduleVersions({ versions }: { versions: readonly RecurringVersionResponse[] }) {
  if (versions.length < 2) return null;
  return (
    <div className={layout.above}>
      <h2 className="minor">What held when</h2>
      <ul className={layout.plainList}>
        {versions.map(({ from, scheduleWords, amounts, entry, madeBy, madeAt }) => (
          <li key={madeAt + from} className="small">
            <span className="strong">From {shortDate(parseCivilDate(from))}</span> {scheduleWords}; the amount{' '}
            {amounts === 'fixed' ? fixedWords(entry) : AMOUNT_SOURCES[amounts]}{' '}
            <span className="soft">
              {madeBy}, {shortDate(parseCivilDate(madeAt.slice(0, 10)))}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

function fixedWords({ lines }: RecurringVersionResponse['entry']): string {
  return lines
    .map(({ account, debit, credit }) => (debit ? `${account} ${debit}` : `${account} (${credit ?? ''})`))
    .join(', ');
}
