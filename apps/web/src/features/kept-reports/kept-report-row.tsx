import type { KeptReportResponse } from '@just-ledger/contract';
import { dayOf, RELATIVE_SPANS, shortDate } from '@just-ledger/core';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useKeptReportHref } from '../../api/kept-report-queries.js';
import { useBooks } from '../../api/books-queries.js';
import ruled from '../../ui/ruled.module.css';
import { daysInWords, screenInWords, settingsInWords } from './report-settings.js';

/** A kept report: what it shows, for which days and for whom, and what can be done with it. */
export function KeptReportRow({
  kept,
  isChosen,
  onChange,
  onRemove,
}: {
  kept: KeptReportResponse;
  isChosen: boolean;
  /** Left out where the person may not. */
  onChange: (() => void) | undefined;
  onRemove: () => void;
}) {
  const { organisation } = useBooks();
  const address = useAddress();
  const hrefOf = useKeptReportHref(organisation.id);
  const { from, to, keptAt } = kept;
  return (
    <tr className={isChosen ? ruled.chosen : undefined}>
      <td>
        <Link data-kept to={hrefOf(kept)} className="strong">
          {kept.name}
        </Link>
        <div className="soft small">
          {[screenInWords(kept.screen), settingsInWords(kept.settings)].filter(Boolean).join(': ')}
        </div>
      </td>
      <td>
        {kept.span ? RELATIVE_SPANS[kept.span] : 'always'}
        <div className="soft small">{daysInWords(from, to)}</div>
      </td>
      <td>
        {kept.shared ? 'everybody' : 'only me'}
        <div className="soft small">
          {kept.own ? 'kept by you' : `kept by ${kept.by}`}, {shortDate(dayOf(keptAt))}
        </div>
      </td>
      <td className={ruled.acts}>
        {from && to && (
          <Link className="act small" to={address.href('changed-since', { from, to, since: keptAt })}>
            Changed since
          </Link>
        )}
        {onChange && (
          <>
            <button type="button" className="act small" onClick={onChange}>
              Change
            </button>
            <button type="button" className="act small" onClick={onRemove}>
              Remove
            </button>
          </>
        )}
      </td>
    </tr>
  );
}
