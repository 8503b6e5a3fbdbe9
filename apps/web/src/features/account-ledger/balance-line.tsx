import { clsx } from 'clsx';
import { Line, LineChart, ReferenceLine, ResponsiveContainer, YAxis } from 'recharts';
import layout from '../../ui/layout.module.css';
import styles from './account-screen.module.css';

/** How a balance went, step by step, as a line. */
export function BalanceLine({ balances }: { balances: readonly string[] }) {
  const points = balances.map((balance) => ({ balance: Number(balance) }));
  return (
    <div className={clsx(layout.belowClose, styles.activity)} aria-hidden="true">
      <ResponsiveContainer width="100%" height="100%">
        <LineChart accessibilityLayer={false} data={points} margin={{ top: 4, right: 2, bottom: 4, left: 2 }}>
          <YAxis hide domain={['dataMin', 'dataMax']} />
          <ReferenceLine y={0} stroke="var(--palette-divider)" />
          <Line
            type="stepAfter"
            dataKey="balance"
            stroke="var(--palette-text-primary)"
            strokeWidth={1.3}
            dot={false}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}
