import { parseCivilDate, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Line, LineChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { shownWithSide } from '../../ui/money.js';
import styles from './account-screen.module.css';
import { balancesQuery } from './ledger-query.js';

/** How the balance of an account went over the span: day by day, or from month end to month end. */
export function BalanceLine({ account }: { account: string }) {
  const { organisation, currency, from, to } = useBooks();
  const { data } = useQuery(balancesQuery(organisation.id, account, from, to));
  if (!data) return <div className={styles.activity} />;
  const points = data.points.map(({ date, balance }) => ({
    day: shortDate(parseCivilDate(date)),
    balance: Number(balance),
    said: shownWithSide(balance, currency),
  }));
  const [first, last] = [points[0], points.at(-1)];
  return (
    <figure
      className={clsx(layout.belowClose, styles.activity)}
      aria-label={`Balance from ${first?.said} on ${first?.day} to ${last?.said} on ${last?.day}`}
    >
      <ResponsiveContainer width="100%" height="100%">
        <LineChart accessibilityLayer={false} data={points} margin={{ top: 4, right: 8, bottom: 0, left: 8 }}>
          <XAxis
            dataKey="day"
            tick={{ fontSize: 11, fill: 'var(--palette-text-secondary)' }}
            tickLine={false}
            axisLine={false}
            interval="preserveStartEnd"
            minTickGap={60}
            height={16}
          />
          <YAxis hide domain={['dataMin', 'dataMax']} />
          <ReferenceLine y={0} stroke="var(--palette-divider)" />
          <Tooltip
            isAnimationActive={false}
            content={({ active, payload }) =>
              active && payload?.[0] ? (
                <div className={styles.tip}>
                  {payload[0].payload.day} · {payload[0].payload.said}
                </div>
              ) : null
            }
          />
          <Line
            type={data.step === 'day' ? 'stepAfter' : 'linear'}
            dataKey="balance"
            stroke="var(--palette-text-primary)"
            strokeWidth={1.3}
            dot={data.step === 'month' ? { r: 1.6 } : false}
            activeDot={{ r: 3 }}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
