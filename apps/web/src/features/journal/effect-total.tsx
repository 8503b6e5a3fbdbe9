import { type AccountEffect, type CivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import effectStyles from './effect.module.css';

/** What a total comes to, and by how much it moves. */
export function EffectTotal({
  label,
  effect: { change, then, later: now },
  later,
  show,
}: {
  label: string;
  effect: Omit<AccountEffect, 'account'>;
  later: CivilDate | undefined;
  show: (amount: number) => string;
}) {
  const moved = change === 0 ? 'unchanged' : `${change > 0 ? '+' : '−'} ${show(Math.abs(change))}`;
  return (
    <div className={effectStyles.effect}>
      <div className={layout.spread}>
        <span>{label}</span>
        <span className="strong num">{show(then.after)}</span>
      </div>
      <div className={clsx(layout.spread, 'small soft')}>
        <span>was {show(then.before)}</span>
        <span className="num">{moved}</span>
      </div>
      {now && later && (
        <div className="small soft">
          at {shortDate(later)}: {show(now.before)} → {show(now.after)}
        </div>
      )}
    </div>
  );
}
