import { type AccountEffect, type CivilDate, shortDate } from '@just-ledger/core';

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
    <div className="effect">
      <div className="spread">
        <span>{label}</span>
        <span className="strong num">{show(then.after)}</span>
      </div>
      <div className="spread small soft">
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
