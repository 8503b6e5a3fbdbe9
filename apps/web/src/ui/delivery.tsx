import type { SentPapersResponse } from '@just-ledger/contract';

/** What became of a message, in words: sent, or why not yet, or why not. */
export function Delivery({ state, reason, tries, nextTryAt }: Omit<SentPapersResponse, 'message' | 'to'>) {
  if (state === 'held') return <span className="soft small">held: hand it on yourself</span>;
  if (state === 'sent') return <span className="soft small">sent{tries > 1 && ` at the ${ordinal(tries)} try`}</span>;
  if (state === 'refused') return <span className="brick small">not sent. {reason}</span>;
  return (
    <span className="brass small">
      waits{nextTryAt !== null && `, tried again ${fromNow(nextTryAt)}`}. {reason}
    </span>
  );
}

/** How long it is until a moment. @example fromNow('…') // → 'in 5 minutes' */
function fromNow(moment: string): string {
  const minutes = Math.ceil((Date.parse(moment) - Date.now()) / 60_000);
  if (minutes < 1) return 'now';
  if (minutes < 100) return `in ${minutes} ${minutes === 1 ? 'minute' : 'minutes'}`;
  return `in ${Math.round(minutes / 60)} hours`;
}

function ordinal(count: number): string {
  return ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh'][count - 1] ?? 'last';
}
