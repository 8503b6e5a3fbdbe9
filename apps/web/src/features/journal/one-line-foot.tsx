import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import styles from './entry-foot.module.css';

/** What becomes of the held lines. */
export function OneLineFoot({
  count,
  isBusy,
  isCorrecting,
  onSend,
}: {
  /** How many lines there are, the one being typed among them. */
  count: number;
  isBusy: boolean;
  isCorrecting: boolean;
  onSend: (as: 'posted' | 'drafts' | 'for-review') => void;
}) {
  const { organisation, may } = useBooks();
  const all = count > 1 ? ` all ${count}` : '';
  const label = may('post') ? `Post${all}` : `Hand in${all} for review`;
  return (
    <>
      <Allowed act="draft" isTold>
        <div className={layout.row}>
          <Button
            variant="contained"
            aria-disabled={isBusy || count === 0}
            onClick={() => onSend(may('post') ? 'posted' : 'for-review')}
          >
            {label}&nbsp;
            <span className={clsx(styles.keys, 'small')}>Ctrl Enter</span>
          </Button>
          {may('post') && organisation.twoPeopleFrom !== null && (
            <Button variant="outlined" disabled={isBusy || count === 0} onClick={() => onSend('for-review')}>
              Hand in{all} for review
            </Button>
          )}
          <Button variant="outlined" disabled={isBusy || count === 0} onClick={() => onSend('drafts')}>
            {count > 1 ? 'Save as drafts' : 'Save as draft'}
          </Button>
        </div>
      </Allowed>
      <span className="soft small">
        {isCorrecting && 'the line being corrected counts as typed · '}1200/3 in an amount · Ctrl Z back · Alt S full
        entry · ? all keys
      </span>
    </>
  );
}
