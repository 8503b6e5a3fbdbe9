import type { DraftResponse } from '@just-ledger/contract';
import type { DraftState } from '@just-ledger/core';
import { Checkbox } from '@mui/material';
import { clsx } from 'clsx';
import type { KeyboardEvent } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { displayed } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import { dated, useDraftAmounts } from './draft-amount.js';
import styles from './draft-list.module.css';

/** How it is said where a draft stands. */
export const DRAFT_STANDS: Readonly<Record<DraftState, string>> = {
  draft: 'being written',
  'for-review': 'for review',
  'sent-back': 'sent back',
  discarded: 'discarded',
};

/** The drafts that wait, one a row: what each is for, comes to, and lacks. */
export function DraftList({
  drafts,
  chosen,
  marked,
  onChoose,
  onMark,
  onKeyDown,
}: {
  drafts: readonly DraftResponse[];
  chosen: DraftResponse | undefined;
  marked: readonly DraftResponse[];
  onChoose: (draft: DraftResponse) => void;
  onMark: (draft: DraftResponse) => void;
  onKeyDown: (event: KeyboardEvent, draft: DraftResponse) => void;
}) {
  const address = useAddress();
  const { currency } = useBooks();
  const amountOf = useDraftAmounts();
  return (
    <table className={clsx(ruled.table, styles.table)} aria-label="Drafts">
      <thead>
        <tr>
          <th className={clsx(styles.mark, 'nowrap')}>
            <span className="visually-hidden">Marked</span>
          </th>
          <th>Date</th>
          <th>Explanation</th>
          <th className="num">Amount</th>
          <th>Stands</th>
        </tr>
      </thead>
      <tbody>
        {drafts.map((draft, index) => {
          const isChosen = draft.id === chosen?.id;
          const lacks = draft.lacks[0];
          return (
            <tr
              key={draft.id}
              data-draft={draft.id}
              tabIndex={isChosen || (!chosen && index === 0) ? 0 : -1}
              aria-current={isChosen || undefined}
              className={clsx(styles.row, isChosen && ruled.chosen)}
              onFocus={() => onChoose(draft)}
              onClick={() => onChoose(draft)}
              onKeyDown={(event) => onKeyDown(event, draft)}
            >
              <td className="nowrap">
                <Checkbox
                  size="small"
                  checked={marked.includes(draft)}
                  slotProps={{ input: { 'aria-label': `Mark ${draft.explanation || 'draft'}`, tabIndex: -1 } }}
                  onChange={() => onMark(draft)}
                />
              </td>
              <td className="nowrap">{dated(draft.date) || <span className="soft">no date</span>}</td>
              <td>
                <Link className="act" tabIndex={-1} to={address.href('entry', { draft: String(draft.id) })}>
                  {draft.explanation || 'without explanation'}
                </Link>
                {lacks && (
                  <div className="small brass">
                    {lacks.message}
                    {draft.lacks.length > 1 && ` And ${draft.lacks.length - 1} more.`}
                  </div>
                )}
              </td>
              <td className="num">{displayed(amountOf(draft), currency)}</td>
              <td className={clsx('small', draft.state === 'sent-back' ? 'brass' : 'soft')}>
                {DRAFT_STANDS[draft.state]}
                <div>{draft.changedBy}</div>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
