import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';

export function TakeNameAway({ what, isLast, onClick }: { what: string; isLast: boolean; onClick: () => void }) {
  if (isLast) return null;
  return (
    <button
      className={clsx(layout.above, 'act small nowrap')}
      type="button"
      aria-label={`Take ${what} away`}
      onClick={onClick}
    >
      take away
    </button>
  );
}
