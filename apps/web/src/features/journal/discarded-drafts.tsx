import type { DraftResponse } from '@just-ledger/contract';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { discardedDraftsQuery } from '../../api/journal-queries.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { displayed } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import { dated, useDraftAmounts } from './draft-amount.js';

/** The drafts that were discarded, folded away; each can be brought back. */
export function DiscardedDrafts({ onBringBack }: { onBringBack: (draft: DraftResponse) => void }) {
  const { organisation, currency } = useBooks();
  const amountOf = useDraftAmounts();
  const [isOpen, setOpen] = useState(false);
  const { data: drafts = [] } = useQuery(discardedDraftsQuery(organisation.id));
  if (drafts.length === 0) return null;
  return (
    <section className={layout.aboveWide}>
      <button className="act" type="button" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {drafts.length === 1 ? '1 discarded draft' : `${drafts.length} discarded drafts`}
      </button>
      {isOpen && (
        <table className={clsx(ruled.table, layout.aboveClose)} aria-label="Discarded drafts">
          <tbody>
            {drafts.map((draft) => (
              <tr key={draft.id}>
                <td className="nowrap">{dated(draft.date)}</td>
                <td>{draft.explanation || 'without explanation'}</td>
                <td className="num">{displayed(amountOf(draft), currency)}</td>
                <td className="soft small">by {draft.events.findLast(({ what }) => what === 'discarded')?.by}</td>
                <td className="num">
                  <Allowed act="draft">
                    <button className="act small" type="button" onClick={() => onBringBack(draft)}>
                      Bring back
                    </button>
                  </Allowed>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
