import { parseCivilDate, shortDate } from '@just-ledger/core';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import type { HeldDoubt } from './use-held-doubts.js';

/** What is said under a held line: why it was refused, or what it may be the same as. */
export function HeldRemarks({
  refused,
  doubt: { entry, line } = {},
}: {
  refused: readonly string[];
  doubt?: HeldDoubt | undefined;
}) {
  const address = useAddress();
  return (
    <>
      {refused.length > 0 && (
        <div className="brick small" role="alert">
          {refused.join(' ')}
        </div>
      )}
      {entry && (
        <div className="brass small">
          Posted before?{' '}
          <Link className="act" to={address.href('journal', { entry: entry.number })}>
            {entry.number} of {shortDate(parseCivilDate(entry.date))}
          </Link>{' '}
          has the same amount on the same accounts: “{entry.explanation}”.
        </div>
      )}
      {line !== undefined && (
        <div className="brass small">Held twice? Line {line} has the same day, amount and accounts.</div>
      )}
    </>
  );
}
