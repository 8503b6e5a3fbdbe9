import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';

/** Removes a partner, class or fund; the last one stays. */
export function RemoveName({ what, isLast, onClick }: { what: string; isLast: boolean; onClick: () => void }) {
  if (isLast) return null;
  return (
    <button
      className={clsx(layout.above, 'act small nowrap')}
      type="button"
      aria-label={`Remove ${what}`}
      onClick={onClick}
    >
      remove
    </button>
  );
}
