import { type CurrencyCode, minor } from '@just-ledger/core';
import type { ReactNode } from 'react';
import {
  Bar,
  BarChart,
  CartesianGrid,
  ComposedChart,
  LabelList,
  Legend,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { useBooks } from '../../api/books-queries.js';
import { displayed, displayedRounded } from '../../ui/own-ways.js';
import styles from './charts.module.css';
import type { ExpensePart } from './expense-parts.js';

const INK = 'var(--palette-text-primary)';
const SOFT = 'var(--palette-text-secondary)';
const RULE = 'var(--palette-divider)';
const TICK = { fontSize: 11, fill: SOFT };
const MARGIN = { top: 6, right: 10, bottom: 0, left: 4 };

/** How an axis of amounts is drawn. */
const AMOUNTS = { tick: TICK, tickLine: false, axisLine: false, width: 62 } as const;

const whole = (currency: CurrencyCode) => (amount: number) =>
  displayedRounded(minor(Math.round(amount)), currency, 'units');

function Frame({ children }: { children: ReactNode }) {
  return (
    <ResponsiveContainer width="100%" height="100%">
      {children}
    </ResponsiveContainer>
  );
}

/** What stands at the pointer: each figure by its name. */
function Told({
  active,
  label,
  payload = [],
}: {
  active?: boolean;
  label?: string | number;
  payload?: readonly { readonly name?: unknown; readonly value?: unknown }[];
}) {
  const { currency } = useBooks();
  if (!active || payload.length === 0) return null;
  return (
    <div className={styles.tip}>
      {label}
      {payload.map(({ name, value }) => (
        <div key={String(name)}>
          {String(name)} {typeof value === 'number' && displayed(minor(value), currency)}
        </div>
      ))}
    </div>
  );
}

/** Two bars for each month, one empty and one full, and what is left between them as a line with marks. */
export function BarsAndLine({
  points,
  names: [revenue, expenses, result],
}: {
  points: readonly {
    readonly label: string;
    readonly revenue: number | null;
    readonly expenses: number | null;
    readonly result: number | null;
  }[];
  names: readonly [string, string, string];
}) {
  const { currency } = useBooks();
  return (
    <Frame>
      <ComposedChart data={[...points]} margin={MARGIN} accessibilityLayer={false} barGap={1}>
        <CartesianGrid vertical={false} stroke={RULE} />
        <XAxis dataKey="label" tick={TICK} tickLine={false} axisLine={{ stroke: SOFT }} interval="preserveStartEnd" />
        <YAxis {...AMOUNTS} tickFormatter={whole(currency)} />
        <ReferenceLine y={0} stroke={SOFT} />
        <Tooltip content={<Told />} cursor={{ fill: 'var(--palette-action-hover)' }} isAnimationActive={false} />
        <Legend content={<Marks names={[revenue, expenses, result]} />} />
        <Bar name={revenue} dataKey="revenue" fill="transparent" stroke={INK} isAnimationActive={false} />
        <Bar name={expenses} dataKey="expenses" fill={SOFT} isAnimationActive={false} />
        <Line
          name={result}
          dataKey="result"
          stroke="var(--palette-primary-main)"
          strokeWidth={2}
          dot={{ r: 3.4, fill: 'var(--palette-background-paper)', strokeWidth: 2 }}
          isAnimationActive={false}
        />
      </ComposedChart>
    </Frame>
  );
}

/** What each kind of mark is. */
function Marks({ names: [revenue, expenses, result] }: { names: readonly [string, string, string] }) {
  return (
    <p className={styles.marks}>
      <span className={styles.empty} /> {revenue} <span className={styles.full} /> {expenses}{' '}
      <span className={styles.ring} /> {result}
    </p>
  );
}

/** One figure over time, each point marked. */
export function PlainLine({
  name,
  points,
}: {
  name: string;
  points: readonly { readonly label: string; readonly amount: number | null }[];
}) {
  const { currency } = useBooks();
  return (
    <Frame>
      <LineChart data={[...points]} margin={MARGIN} accessibilityLayer={false}>
        <CartesianGrid vertical={false} stroke={RULE} />
        <XAxis
          dataKey="label"
          tick={TICK}
          tickLine={false}
          axisLine={{ stroke: SOFT }}
          padding={{ left: 16, right: 16 }}
          interval="preserveStartEnd"
        />
        <YAxis {...AMOUNTS} tickFormatter={whole(currency)} />
        <ReferenceLine y={0} stroke={SOFT} />
        <Tooltip content={<Told />} isAnimationActive={false} />
        <Line
          name={name}
          dataKey="amount"
          stroke="var(--palette-primary-main)"
          strokeWidth={2}
          dot={{ r: 3.4, fill: 'var(--palette-background-paper)', strokeWidth: 2 }}
          isAnimationActive={false}
        />
      </LineChart>
    </Frame>
  );
}

/** Parts of a whole as bars beside their names, the largest first, with their shares. */
export function PartBars({ parts }: { parts: readonly ExpensePart[] }) {
  return (
    <Frame>
      <BarChart layout="vertical" data={[...parts]} margin={{ ...MARGIN, right: 64 }} accessibilityLayer={false}>
        <XAxis type="number" hide domain={[0, 'dataMax']} />
        <YAxis
          type="category"
          dataKey="label"
          width={120}
          tick={TICK}
          tickLine={false}
          axisLine={{ stroke: SOFT }}
          interval={0}
        />
        <Tooltip content={<Told />} cursor={{ fill: 'var(--palette-action-hover)' }} isAnimationActive={false} />
        <Bar name="Expenses" dataKey="amount" fill={SOFT} isAnimationActive={false} barSize={13}>
          <LabelList dataKey="share" position="right" fontSize={11} fill={INK} />
        </Bar>
      </BarChart>
    </Frame>
  );
}
