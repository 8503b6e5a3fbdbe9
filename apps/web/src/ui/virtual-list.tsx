import { clsx } from 'clsx';
import { type KeyboardEvent, type ReactNode, useEffect } from 'react';
import { elementOf } from './focused.js';
import { useVirtualRows } from './use-virtual-rows.js';
import styles from './virtual-list.module.css';

/** The rows that are left when more of a list is asked for. */
const AHEAD = 15;

/** A long list of which only the rows in sight are drawn; the arrow keys walk what carries a row's key as `data-key`. */
export function VirtualList<T>({
  items,
  keyOf,
  label,
  className,
  rowClass,
  inSight,
  onEnd,
  children,
}: {
  items: readonly T[];
  keyOf: (item: T) => string;
  label?: string;
  className?: string | undefined;
  rowClass?: (item: T) => string | undefined;
  /** The key of a row that is brought in sight, when it is named or comes into the list. */
  inSight?: string;
  /** Asks for more, when the last rows come in sight. */
  onEnd?: (() => void) | undefined;
  children: (item: T) => ReactNode;
}) {
  const keys = items.map(keyOf);
  const { scroller, virtual, focusRow, measure } = useVirtualRows({ keys });
  const rows = virtual.getVirtualItems();
  const lastSeen = rows.at(-1)?.index ?? 0;
  useEffect(() => {
    if (onEnd && lastSeen >= items.length - AHEAD) onEnd();
  }, [lastSeen, items.length, onEnd]);
  const named = inSight ? keys.indexOf(inSight) : -1;
  useEffect(() => {
    if (named >= 0) virtual.scrollToIndex(named, { align: 'auto' });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is named is brought in sight once, not at every scroll
  }, [inSight, named >= 0]);
  const walk = (event: KeyboardEvent<HTMLElement>): void => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const from = elementOf(event)?.dataset['key'];
    if (step === 0 || from === undefined) return;
    event.preventDefault();
    const next = keys[keys.indexOf(from) + step];
    if (next !== undefined) focusRow(next);
  };
  return (
    <div ref={scroller} className={clsx(styles.list, className)} role="list" aria-label={label} onKeyDown={walk}>
      <div className={styles.rows} style={{ height: virtual.getTotalSize() }} role="presentation">
        {rows.map(({ key, index, start }) => {
          const item = items[index];
          if (item === undefined) return null;
          return (
            <div
              key={key}
              ref={measure(String(key))}
              data-index={index}
              role="listitem"
              className={clsx(styles.row, rowClass?.(item))}
              style={{ transform: `translateY(${start}px)` }}
            >
              {children(item)}
            </div>
          );
        })}
      </div>
    </div>
  );
}
