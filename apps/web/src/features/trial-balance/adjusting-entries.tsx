import type { WorksheetResponse } from '@just-ledger/contract';
import { longDate, parseCivilDate, shortDate } from '@just-ledger/core';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import styles from './worksheet.module.css';

/** The adjusting entries by their letters, each a way to its entry; and what the reader of the columns has to know. */
export function AdjustingEntries({
  response,
  isClosedShown,
}: {
  response: WorksheetResponse;
  isClosedShown: boolean;
}) {
  const address = useAddress();
  const { adjustingEntries, adjustingEntriesInAll, adjustmentsFrom, closed } = response;
  return (
    <>
      {adjustingEntries.length > 0 && (
        <ul className={styles.letters} aria-label="Adjusting entries">
          {adjustingEntries.map(({ letter, entry, date, explanation, reversal }) => (
            <li key={entry} title={`${entry}, ${longDate(parseCivilDate(date))}`}>
              <Link className="act" to={address.href('journal', { entry })}>
                <em>
                  {letter}
                  {reversal && '−'}
                </em>{' '}
                {explanation}
              </Link>
            </li>
          ))}
        </ul>
      )}
      <p className="soft small">
        {adjustingEntriesInAll > adjustingEntries.length &&
          `${adjustingEntriesInAll.toLocaleString('en')} adjusting entries: the first ${adjustingEntries.length} are named, all are added up. `}
        {adjustingEntriesInAll === 0
          ? `No adjusting entry from ${shortDate(parseCivilDate(adjustmentsFrom))} on. `
          : `Adjusting entries from ${shortDate(parseCivilDate(adjustmentsFrom))} on; earlier ones count as unadjusted. `}
        {isClosedShown && !closed && 'Nothing is closed at this date: post-closing is what stands on the accounts.'}
      </p>
    </>
  );
}
