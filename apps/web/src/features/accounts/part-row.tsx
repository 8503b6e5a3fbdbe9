import { useDroppable } from '@dnd-kit/core';
import { clsx } from 'clsx';
import type { ChartItem } from './chart-list.js';
import styles from './chart.module.css';
import { quiet } from './quiet-balance.js';
import type { RowProps } from './row-props.js';

/** An element or one of its parts, with its sum; accounts are dropped on a part to stand at its top. */
export function PartRow({
  item,
  currency,
  hasEarlier,
  at,
  ...row
}: RowProps & { item: Extract<ChartItem, { type: 'part' }> }) {
  const { setNodeRef, isOver } = useDroppable({ id: item.key, disabled: item.classification === undefined });
  return (
    <div
      ref={setNodeRef}
      role="row"
      aria-rowindex={at + 1}
      aria-level={item.depth + 1}
      data-key={item.key}
      className={clsx(styles.line, styles.part, isOver && styles.over)}
      {...row}
    >
      <span role="presentation" />
      <span role="presentation" />
      <span role="gridcell" style={{ paddingLeft: item.depth * 16 }}>
        {item.label}
      </span>
      <span role="presentation" />
      <span role="gridcell" className="num soft">
        {hasEarlier && quiet(item.balances.earlier, currency)}
      </span>
      <span role="gridcell" className="num">
        {quiet(item.balances.now, currency)}
      </span>
    </div>
  );
}
