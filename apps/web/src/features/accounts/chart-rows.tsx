import { DndContext, DragOverlay, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import type { AccountRequest, AccountResponse, BreakdownResponse } from '@just-ledger/contract';
import { accountTitle, type CurrencyCode } from '@just-ledger/core';
import { useState } from 'react';
import { useVirtualRows } from '../../ui/use-virtual-rows.js';
import virtualList from '../../ui/virtual-list.module.css';
import { ChartHead } from './chart-head.js';
import { type ChartItem } from './chart-list.js';
import { ChartRow, type OpenAs } from './chart-row.js';
import styles from './chart.module.css';
import type { ApplyChange } from './use-account-change.js';
import { useChartKeys } from './use-chart-keys.js';
import { ANNOUNCEMENTS, useChartMoves } from './use-chart-moves.js';

/** What is open in the list, and how. */
type Open = { readonly key: string; readonly as: Exclude<OpenAs, undefined> } | undefined;

/** A chart of up to so many rows is laid out whole; of a longer one, what is in sight. */
const MOST_AT_ONCE = 300;

/** The rows of the chart: walked by arrow keys, written in place, moved by key or drag. */
export function ChartRows({
  items,
  accounts,
  breakdowns,
  currency,
  dates,
  apply,
  onAdd,
  onFold,
  refused,
}: {
  /** The account whose last change was refused, and why. */
  refused?: { readonly id: number; readonly error: Error } | undefined;
  items: readonly ChartItem[];
  accounts: readonly AccountResponse[];
  breakdowns: readonly BreakdownResponse[];
  currency: CurrencyCode;
  dates: readonly [string, string];
  apply: ApplyChange;
  onAdd: (start: Partial<AccountRequest>) => void;
  onFold: (number: string) => void;
}) {
  const [focus, setFocus] = useState('');
  const [open, setOpen] = useState<Open>();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const { scroller, virtual, measure, ...list } = useVirtualRows({
    keys: items.map(({ key }) => key),
    // a usual chart stands in the page as a whole, so that the browser finds everything in it
    overscan: items.length > MOST_AT_ONCE ? 25 : MOST_AT_ONCE,
  });
  const focusRow = (key: string): void => {
    setFocus(key);
    list.focusRow(key);
  };
  const moves = useChartMoves(items, accounts, apply, focusRow);
  const write = (account: AccountResponse, change: Partial<AccountRequest>, goOn: boolean): void => {
    const number = change.number ?? account.number;
    const index = items.findIndex((item) => item.key === account.number);
    const next = items.slice(index + 1).find((item) => item.type === 'account');
    const done = (): void => {
      setOpen(goOn && next ? { key: next.key, as: 'writing' } : undefined);
      focusRow(goOn && next ? next.key : number);
    };
    if (number === account.number && (change.name ?? account.name) === account.name) done();
    else
      apply(
        account,
        change,
        `${account.number} ${account.name} is now ${number} ${change.name ?? account.name}.`,
        done,
      );
  };
  const onKey = useChartKeys(items, {
    ...moves,
    focusRow,
    write: (key) => setOpen({ key, as: 'writing' }),
    unfold: (key) => setOpen(open?.key === key ? undefined : { key, as: 'unfolded' }),
    add: onAdd,
    fold: onFold,
  });
  const rows = virtual.getVirtualItems();
  const focused = items.some((item) => item.key === focus) ? focus : items[0]?.key;
  return (
    <DndContext
      sensors={sensors}
      accessibility={{ announcements: ANNOUNCEMENTS, screenReaderInstructions: { draggable: '' } }}
      onDragStart={({ active }) => moves.pick(String(active.id))}
      onDragCancel={moves.leave}
      onDragEnd={moves.drop}
    >
      <div className={styles.chartFrame}>
        <ChartHead dates={dates} />
        <div
          ref={scroller}
          className={styles.chart}
          role="treegrid"
          aria-label="Chart of accounts"
          aria-rowcount={items.length}
        >
          <div className={virtualList.rows} style={{ height: virtual.getTotalSize() }} role="presentation">
            {rows.map((row) => {
              const item = items[row.index];
              if (!item) return null;
              return (
                <div
                  key={row.key}
                  ref={measure(item.key)}
                  data-index={row.index}
                  role="presentation"
                  className={virtualList.row}
                  style={{ top: row.start }}
                >
                  <ChartRow
                    item={item}
                    openAs={open?.key === item.key ? open.as : undefined}
                    refused={item.type === 'account' && refused?.id === item.account.id ? refused.error : undefined}
                    accounts={accounts}
                    breakdowns={breakdowns}
                    currency={currency}
                    hasEarlier={dates[0] !== ''}
                    at={row.index}
                    tabIndex={item.key === focused ? 0 : -1}
                    onKeyDown={(event) => onKey(event, item, row.index)}
                    onFocus={() => setFocus(item.key)}
                    onOpen={(as) => setOpen(as && { key: item.key, as })}
                    onClose={() => {
                      setOpen(undefined);
                      focusRow(item.key);
                    }}
                    onFold={onFold}
                    onWritten={write}
                  />
                </div>
              );
            })}
          </div>
        </div>
      </div>
      <DragOverlay dropAnimation={null}>
        {moves.dragged && <div className={styles.dragged}>{accountTitle(moves.dragged)}</div>}
      </DragOverlay>
    </DndContext>
  );
}
