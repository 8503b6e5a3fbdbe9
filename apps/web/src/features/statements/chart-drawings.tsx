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

/** A point of a chart: minor units, nothing where there is none; and what is said beside a part. */
export interface DrawnPoint {
  readonly label: string;
  readonly amounts: readonly (number | null)[];
  readonly said: string;
}

interface Drawn {
  /** What the amounts of a point are, in their order. */
  readonly names: readonly string[];
  readonly points: readonly DrawnPoint[];
}

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
export function BarsAndLine({ points, names }: Drawn) {
  const { currency } = useBooks();
  return (
    <Frame>
      <ComposedChart data={[...points]} margin={MARGIN} accessibilityLayer={false} barGap={1}>
        <CartesianGrid vertical={false} stroke={RULE} />
        <XAxis dataKey="label" tick={TICK} tickLine={false} axisLine={{ stroke: SOFT }} interval="preserveStartEnd" />
        <YAxis {...AMOUNTS} tickFormatter={whole(currency)} />
        <ReferenceLine y={0} stroke={SOFT} />
        <Tooltip content={<Told />} cursor={{ fill: 'var(--palette-action-hover)' }} isAnimationActive={false} />
        <Legend content={<Marks names={names} />} />
        <Bar name={names[0]} dataKey="amounts[0]" fill="transparent" stroke={INK} isAnimationActive={false} />
        <Bar name={names[1]} dataKey="amounts[1]" fill={SOFT} isAnimationActive={false} />
        <Line
          name={names[2]}
          dataKey="amounts[2]"
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
function Marks({ names: [revenue, expenses, result] }: Pick<Drawn, 'names'>) {
  return (
    <p className={styles.marks}>
      <span className={styles.empty} /> {revenue} <span className={styles.full} /> {expenses}{' '}
      <span className={styles.ring} /> {result}
    </p>
  );
}

/** One figure over time, each point marked. */
export function PlainLine({ names: [name], points }: Drawn) {
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
          dataKey="amounts[0]"
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
export function PartBars({ names: [name], points }: Drawn) {
  return (
    <Frame>
      <BarChart layout="vertical" data={[...points]} margin={{ ...MARGIN, right: 64 }} accessibilityLayer={false}>
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
        <Bar name={name} dataKey="amounts[0]" fill={SOFT} isAnimationActive={false} barSize={13}>
          <LabelList dataKey="said" position="right" fontSize={11} fill={INK} />
        </Bar>
      </BarChart>
    </Frame>
  );
}
