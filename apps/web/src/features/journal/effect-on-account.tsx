import {
  type AccountEffect,
  type BeforeAfter,
  type CivilDate,
  isTemporary,
  type laterDates,
  shortDate,
} from '@just-ledger/core';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import styles from './effect-on-account.module.css';
import effectStyles from './effect.module.css';

/** One account: what moves, before and after at the entry's date, and by now where that differs. */
export function EffectOnAccount({
  effect: { account, change, then, later: now },
  date,
  later,
  show,
  aside,
}: {
  effect: AccountEffect;
  date: CivilDate;
  later: ReturnType<typeof laterDates>;
  show: (amount: number) => string;
  /** What is said beside its figures. */
  aside?: string | undefined;
}) {
  const laterDate = later && (isTemporary(account) ? later.temporary : later.lasting);
  const sizes = [Math.abs(then.before), Math.abs(then.after)] as const;
  const [low, high] = [Math.min(...sizes), Math.max(...sizes)];
  const most = Math.max(high, 1);
  return (
    <div className={effectStyles.effect}>
      <div className={layout.spread}>
        <span>
          {account.number} {account.name}
        </span>
        <span className="strong num">
          {change > 0 ? '+' : '−'} {show(Math.abs(change))}
        </span>
      </div>
      <div className={layout.spread}>
        <BeforeAndAfter figures={then} show={show} on={now ? date : undefined} />
        {aside && <span className="small soft">{aside}</span>}
      </div>
      {now && <BeforeAndAfter figures={now} show={show} on={laterDate} />}
      <div className={effectStyles.bar} aria-hidden="true">
        <i style={{ width: `${(low / most) * 100}%` }} />
        <b style={{ left: `${(low / most) * 100}%`, width: `${((high - low) / most) * 100}%` }} />
      </div>
    </div>
  );
}

function BeforeAndAfter({
  figures: { before, after },
  on,
  show,
}: {
  figures: BeforeAfter;
  on?: CivilDate | undefined;
  show: (amount: number) => string;
}) {
  return (
    <div className="small soft">
      {on && `${shortDate(on)}: `}
      {show(before)} → <span className={clsx(styles.after, 'strong')}>{show(after)}</span>
      {after < 0 && <span className="brass"> · on its unusual side</span>}
    </div>
  );
}
