import {
  type Announcements,
  DndContext,
  type DragEndEvent,
  DragOverlay,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import type { AccountRequest, AccountResponse, BreakdownResponse } from '@just-ledger/contract';
import { accountTitle, CLASSIFICATIONS, type CurrencyCode } from '@just-ledger/core';
import { type KeyboardEvent, useState } from 'react';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { isInField } from '../../ui/is-in-field.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { useVirtualRows } from '../../ui/use-virtual-rows.js';
import virtualList from '../../ui/virtual-list.module.css';
import { AccountForm } from './account-form.js';
import { type ChartItem, headingAbove, under } from './chart-list.js';
import { AccountRow, PartRow } from './chart-row.js';
import styles from './chart.module.css';

/** Keeps a change of an account; what is said of it can be undone. */
export type ApplyChange = (
  account: AccountResponse,
  change: Partial<AccountRequest>,
  said?: string,
  onKept?: () => void,
) => void;

/** What is open in the list: an account written in place, or its particulars unfolded. */
type Open = { readonly key: string; readonly type: 'writing' | 'unfolded' } | undefined;

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
  const address = useAddress();
  const [focus, setFocus] = useState('');
  const [open, setOpen] = useState<Open>();
  const [dragged, setDragged] = useState<AccountResponse>();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const { may } = useBooks();
  const { scroller, virtual, measure, ...list } = useVirtualRows({
    keys: items.map(({ key }) => key),
    // a usual chart stands in the page as a whole, so that the browser finds everything in it
    overscan: items.length > MOST_AT_ONCE ? 25 : MOST_AT_ONCE,
  });
  const focusRow = (key: string): void => {
    setFocus(key);
    list.focusRow(key);
  };
  const move = (account: AccountResponse, heading: AccountResponse | undefined): void => {
    const said = heading
      ? `${accountTitle(account)} now stands under ${accountTitle(heading)}.`
      : `${accountTitle(account)} now stands under no heading.`;
    apply(account, heading ? under(heading) : { parent: undefined }, said, () => focusRow(account.number));
  };
  const byNumber = new Map(accounts.map((account) => [account.number, account]));
  const outOf = (account: AccountResponse): void => {
    const heading = account.parent ? byNumber.get(account.parent) : undefined;
    if (heading) move(account, heading.parent ? byNumber.get(heading.parent) : undefined);
  };
  const write = (account: AccountResponse, change: Partial<AccountRequest>, goOn: boolean): void => {
    const number = change.number ?? account.number;
    const at = items.findIndex((item) => item.key === account.number);
    const next = items.slice(at + 1).find((item) => item.type === 'account');
    const done = (): void => {
      setOpen(goOn && next ? { key: next.key, type: 'writing' } : undefined);
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
  const onKey = (event: KeyboardEvent, item: ChartItem, at: number): void => {
    if (event.ctrlKey || event.metaKey || event.altKey || isInField(event.target)) return;
    const go = (place: number): void => {
      const next = items[Math.max(0, Math.min(items.length - 1, place))];
      if (next) focusRow(next.key);
    };
    const account = item.type === 'account' ? item.account : undefined;
    const keys: Record<string, () => void> = {
      ArrowDown: () => go(at + 1),
      ArrowUp: () => go(at - 1),
      Home: () => go(0),
      End: () => go(items.length - 1),
      ...(may('preparer') && {
        a: () =>
          onAdd(
            account
              ? {
                  element: account.element,
                  classification: account.classification,
                  ...(account.parent && { parent: account.parent }),
                }
              : {
                  element: item.type === 'part' ? item.element : undefined,
                  ...(item.type === 'part' && item.classification && { classification: item.classification }),
                },
          ),
      }),
      ...(account &&
        may('approver') && {
          Enter: () => setOpen({ key: item.key, type: 'writing' }),
          '>': () => {
            const heading = headingAbove(items, at);
            if (heading) move(account, heading);
          },
          '<': () => outOf(account),
        }),
      ...(account && {
        d: () => setOpen(open?.key === item.key ? undefined : { key: item.key, type: 'unfolded' }),
        l: () => address.go('account', { account: account.number }),
        ...(account.heading && {
          ArrowLeft: () => !(item.type === 'account' && item.isFolded) && onFold(account.number),
          ArrowRight: () => item.type === 'account' && item.isFolded && onFold(account.number),
        }),
      }),
    };
    const act = keys[event.key];
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  };
  const onDrop = ({ active, over }: DragEndEvent): void => {
    setDragged(undefined);
    const account = byNumber.get(String(active.id));
    const target = items.find((item) => item.key === over?.id);
    if (!account || !target || target.key === account.number) return;
    if (target.type === 'account') move(account, target.account);
    else if (target.classification && (account.parent || target.classification !== account.classification)) {
      const said = `${accountTitle(account)} is now shown under ${CLASSIFICATIONS[target.classification].label.toLowerCase()}.`;
      apply(account, { parent: undefined, element: target.element, classification: target.classification }, said);
    }
  };
  // what came of a move is told by the screen itself, to everybody
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${active.id} is being moved.`,
    onDragOver: () => undefined,
    onDragEnd: () => undefined,
    onDragCancel: ({ active }) => `${active.id} stays where it was.`,
  };
  const rows = virtual.getVirtualItems();
  const focused = items.some((item) => item.key === focus) ? focus : items[0]?.key;
  return (
    <DndContext
      sensors={sensors}
      accessibility={{ announcements, screenReaderInstructions: { draggable: '' } }}
      onDragStart={({ active }) => setDragged(byNumber.get(String(active.id)))}
      onDragCancel={() => setDragged(undefined)}
      onDragEnd={onDrop}
    >
      <div className={styles.chartFrame}>
        <div className={styles.chartHead} aria-hidden="true">
          <span />
          <span>Number</span>
          <span>Account</span>
          <span />
          <span className="num">{dates[0]}</span>
          <span className="num">{dates[1]}</span>
        </div>
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
              const shared = {
                currency,
                hasEarlier: dates[0] !== '',
                at: row.index,
                tabIndex: item.key === focused ? 0 : -1,
                onKeyDown: (event: KeyboardEvent) => onKey(event, item, row.index),
                onFocus: () => setFocus(item.key),
              };
              const isOpen = open?.key === item.key ? open.type : undefined;
              return (
                <div
                  key={row.key}
                  ref={measure(item.key)}
                  data-index={row.index}
                  role="presentation"
                  className={virtualList.row}
                  style={{ transform: `translateY(${row.start}px)` }}
                >
                  {item.type === 'part' ? (
                    <PartRow item={item} {...shared} />
                  ) : (
                    <AccountRow
                      item={item}
                      {...shared}
                      isWriting={isOpen === 'writing'}
                      isUnfolded={isOpen === 'unfolded'}
                      onWrite={() => setOpen({ key: item.key, type: 'writing' })}
                      onUnfold={() =>
                        setOpen(isOpen === 'unfolded' ? undefined : { key: item.key, type: 'unfolded' })
                      }
                      onFold={() => onFold(item.account.number)}
                      onWritten={(change, goOn) => write(item.account, change, goOn)}
                      onLeave={() => {
                        setOpen(undefined);
                        focusRow(item.key);
                      }}
                    />
                  )}
                  {item.type === 'account' && refused?.id === item.account.id && (
                    <div className={styles.unfolded} role="row">
                      <div role="gridcell">
                        <ErrorMessage error={refused.error} />
                      </div>
                    </div>
                  )}
                  {isOpen === 'unfolded' && item.type === 'account' && (
                    <div className={styles.unfolded} role="row">
                      <div role="gridcell">
                        <AccountForm
                          accounts={accounts}
                          breakdowns={breakdowns}
                          account={item.account}
                          onDone={() => {
                            setOpen(undefined);
                            focusRow(item.key);
                          }}
                        />
                      </div>
                    </div>
                  )}
                </div>
              );
            })}
          </div>
        </div>
      </div>
      <DragOverlay dropAnimation={null}>
        {dragged && <div className={styles.dragged}>{accountTitle(dragged)}</div>}
      </DragOverlay>
    </DndContext>
  );
}
