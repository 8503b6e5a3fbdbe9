import type { DraftResponse, EntryResponse } from '@just-ledger/contract';
import { type CivilDate, longDate, parseCivilDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { KeyCap } from '../../ui/key-cap.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import notice from '../../ui/notice.module.css';
import type { KeptTyping } from './kept-typing.js';

/** The entry posted last; one outside the dates shown says so, and leads there. */
export function PostedNotice({ entry: { number, date } }: { entry: EntryResponse }) {
  const address = useAddress();
  const { from, to } = useBooks();
  return (
    <div className={notice.done} role="status">
      Posted as{' '}
      <Link className="act" to={address.href('journal', { entry: number })}>
        {number}
      </Link>
      , {longDate(parseCivilDate(date))}.
      {(date < from || date > to) && (
        <>
          {' '}
          That lies outside the dates shown.{' '}
          <button className="act" type="button" onClick={() => address.setSpan(`${date.slice(0, 8)}01`, date)}>
            Go there
          </button>
        </>
      )}
    </div>
  );
}

/** What was posted together, or kept as drafts. */
export function SetNotice({ posted, kept }: { posted?: EntryResponse[]; kept?: DraftResponse[] }) {
  const address = useAddress();
  const [first, last] = [posted?.[0], posted?.at(-1)];
  if (first && last && posted?.length === 1) return <PostedNotice entry={first} />;
  if (first && last) {
    return (
      <div className={notice.done} role="status">
        Posted as{' '}
        <Link className="act" to={address.href('journal', { entry: first.number })}>
          {first.number}
        </Link>{' '}
        to{' '}
        <Link className="act" to={address.href('journal', { entry: last.number })}>
          {last.number}
        </Link>
        , {posted?.length} entries.
      </div>
    );
  }
  if (!kept || kept.length === 0) return null;
  return (
    <div className={notice.done} role="status">
      {kept.length === 1 ? '1 draft' : `${kept.length} drafts`}{' '}
      {kept[0]?.state === 'for-review' ? 'handed in for review' : 'kept'}:{' '}
      <Link className="act" to={address.href('drafts')}>
        all drafts
      </Link>
      .
    </div>
  );
}

/** A date in a closed year: what a late adjustment takes, and the way there. */
export function ClosedYearNotice({ date }: { date: CivilDate | undefined }) {
  const address = useAddress();
  const { years } = useBooks();
  const year = years.years.find(({ closed, from, to }) => closed && date !== undefined && from <= date && date <= to);
  if (!year) return null;
  const { name, from, to } = year;
  return (
    <p className="small brass" role="status">
      {name} is closed. For a late adjustment it is reopened with a reason, adjusted and closed again; what is typed
      here stays.{' '}
      <Link className="act nowrap" to={address.href('year-end', { year: year.year, from, to })}>
        To reopen {name}
      </Link>
    </p>
  );
}

/** What was half typed before is here again. */
export function TakenUpNotice({
  typing,
  isDraft,
  onGiveUp,
}: {
  typing: Pick<KeptTyping, 'at'>;
  isDraft: boolean;
  onGiveUp: () => void;
}) {
  return (
    <div className={notice.done} role="status">
      Not posted yet: what you typed {typedAt(typing)} is here again.{' '}
      <button className="act" type="button" onClick={onGiveUp}>
        {isDraft ? 'Back to the draft as it was kept' : 'Begin an empty one'}
      </button>
    </div>
  );
}

/** An entry of the same explanation was posted before: its lines are offered while there are none. */
export function LikeNotice({ entry, onTake }: { entry: EntryResponse; onTake: () => void }) {
  const { currency } = useBooks();
  const accounts = [...new Set(entry.lines.map(({ account, accountName }) => `${account} ${accountName}`))];
  return (
    <p className={clsx(layout.belowClose, 'small soft')} role="status">
      As on {longDate(parseCivilDate(entry.date))}: {accounts.slice(0, 3).join(', ')}
      {accounts.length > 3 && ' and others'}, {shown(entry.amount, currency)}.{' '}
      <button className="act" type="button" onClick={onTake}>
        Take its lines <KeyCap>Alt L</KeyCap>
      </button>
    </p>
  );
}

/** Something was left half typed in a tab that was closed, or crashed. */
export function LeftNotice({
  what,
  typing,
  onTake,
  onDiscard,
}: {
  /** What was typed, in a word or two. */
  what: string;
  typing: Pick<KeptTyping, 'at'>;
  onTake: () => void;
  onDiscard: () => void;
}) {
  return (
    <div className={notice.done} role="status">
      Not posted yet: {what}, typed {typedAt(typing)} in a window that has been closed.{' '}
      <button className="act" type="button" onClick={onTake}>
        Go on with it
      </button>{' '}
      <button className="act" type="button" onClick={onDiscard}>
        Discard it
      </button>
    </div>
  );
}

/** When something was typed: at which time today, or on which day. */
function typedAt({ at }: Pick<KeptTyping, 'at'>): string {
  const then = new Date(at);
  const time = then.toTimeString().slice(0, 5);
  if (then.toDateString() === new Date().toDateString()) return `at ${time}`;
  const [year, month, day] = [then.getFullYear(), then.getMonth() + 1, then.getDate()];
  const date = [year, String(month).padStart(2, '0'), String(day).padStart(2, '0')].join('-');
  return `on ${longDate(parseCivilDate(date))} at ${time}`;
}

/** The draft has been posted or discarded by somebody else meanwhile. */
export function OutdatedNotice({ message, onGoOn }: { message: string | undefined; onGoOn: () => void }) {
  return (
    <div className={notice.error} role="alert">
      {message}{' '}
      <button className="act" type="button" onClick={onGoOn}>
        Go on with it as a new entry
      </button>
    </div>
  );
}
