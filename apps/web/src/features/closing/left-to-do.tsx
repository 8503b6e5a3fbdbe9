import type { PeriodToDoResponse } from '@just-ledger/contract';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import styles from './months-screen.module.css';

/** What is left to be done in some days, each a way to where it is done. */
export function LeftToDo({
  dates,
  toDo,
}: {
  dates: { readonly from: string; readonly to: string };
  toDo: Omit<PeriodToDoResponse, 'period'>;
}) {
  const address = useAddress();
  const { drafts, due, adjustments, findings, withoutPaper } = toDo;
  const count = (singular: string, many: string, number: number): string =>
    `${number} ${number === 1 ? singular : many}`;
  const ways = [
    { number: drafts, label: count('draft', 'drafts', drafts), to: address.href('drafts', dates) },
    { number: due, label: `${due} due`, to: address.href('recurring', dates) },
    {
      number: adjustments,
      label: count('adjustment', 'adjustments', adjustments),
      to: address.href('adjustments', dates),
    },
    { number: findings, label: count('finding', 'findings', findings), to: address.href('findings', dates) },
    {
      number: withoutPaper ?? 0,
      label: `${withoutPaper ?? 0} without paper`,
      to: address.href('journal', { ...dates, paper: 'without' }),
    },
  ].filter(({ number }) => number > 0);
  if (ways.length === 0) return <span className="soft">✓ nothing</span>;
  return (
    <span className={styles.toDo}>
      {ways.map(({ label, to }) => (
        <Link key={label} className="act" to={to}>
          {label}
        </Link>
      ))}
    </span>
  );
}
