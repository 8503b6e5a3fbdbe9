import type { DraftRequest, DraftResponse } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import styles from './entry-foot.module.css';
import { useTaxes } from '../tax-codes/use-taxes.js';
import { KeepPattern } from './keep-pattern.js';

/** What can be done with the entry, and the keys of its lines. */
export function EntryFoot({
  isBusy,
  kept,
  hasBreakdowns,
  onPost,
  onHandIn,
  onKeep,
  patternRequestOf,
  explanation,
}: {
  isBusy: boolean;
  kept: DraftResponse | undefined;
  hasBreakdowns: boolean;
  onPost: () => void;
  onHandIn: () => void;
  onKeep: () => void;
  /** What is typed, as a pattern keeps it. */
  patternRequestOf: (keepsAmounts: boolean) => DraftRequest;
  explanation: string;
}) {
  const { organisation, may } = useBooks();
  const { codes } = useTaxes();
  const [pattern, setPattern] = useState<'keeping' | { readonly name: string }>();
  if (pattern === 'keeping') {
    return (
      <KeepPattern
        named={explanation}
        requestOf={patternRequestOf}
        onDone={(name) => setPattern(name === undefined ? undefined : { name })}
      />
    );
  }
  return (
    <>
      <Allowed act="draft" isTold>
        <div className={layout.row}>
          <Button variant="contained" aria-disabled={isBusy} onClick={may('post') ? onPost : onHandIn}>
            {may('post') ? 'Post' : 'Hand in for review'}&nbsp;
            <span className={clsx(styles.keys, 'small')}>Ctrl Enter</span>
          </Button>
          {may('post') && organisation.twoPeopleFrom !== null && (
            <Button variant="outlined" disabled={isBusy} onClick={onHandIn}>
              Hand in for review
            </Button>
          )}
          <Button variant="outlined" disabled={isBusy} onClick={onKeep}>
            Save as draft
          </Button>
          <button className="act" type="button" onClick={() => setPattern('keeping')}>
            Save as a pattern
          </button>
          {pattern && (
            <span className="soft small" role="status">
              saved as the pattern “{pattern.name}”
            </span>
          )}
          {kept && (
            <span className="soft small" role="status">
              {kept.state === 'for-review' && !may('post')
                ? 'handed in: an approver finds it among the drafts'
                : 'kept'}
            </span>
          )}
        </div>
      </Allowed>
      <span className="soft small">
        Enter next cell · = missing amount here · Alt ↑ line above again
        {hasBreakdowns && ' · Alt . breakdowns'}
        {codes.length > 0 && ' · Alt T tax'} · Ctrl Z back · 1200/3 in an amount
      </span>
    </>
  );
}
