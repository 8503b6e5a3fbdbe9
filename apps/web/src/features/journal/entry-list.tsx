import type { EntryResponse } from '@just-ledger/contract';
import { type CurrencyCode, parseCivilDate, shortDate } from '@just-ledger/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useRef } from 'react';
import { shown } from '../../ui/money.js';
import { EntryDetail } from './entry-detail.js';

export function EntryList({
  entries,
  open,
  setOpen,
  currency,
  more,
}: {
  entries: readonly EntryResponse[];
  open: string;
  setOpen: (number: string | undefined) => void;
  currency: CurrencyCode;
  more: (() => void) | undefined;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: entries.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 29,
    overscan: 20,
    getItemKey: (at) => entries[at]?.number ?? at,
  });
  const items = virtual.getVirtualItems();
  const lastSeen = items.at(-1)?.index ?? 0;
  useEffect(() => {
    if (more && lastSeen >= entries.length - 15) more();
  }, [lastSeen, entries.length, more]);
  const onKey = (event: KeyboardEvent, at: number): void => {
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const next = entries[at + (event.key === 'ArrowDown' ? 1 : -1)];
    if (!next) return;
    virtual.scrollToIndex(at + (event.key === 'ArrowDown' ? 1 : -1));
    setTimeout(() => scroller.current?.querySelector<HTMLElement>(`[data-entry="${next.number}"]`)?.focus());
  };
  return (
    <div
      ref={scroller}
      className="journal-list"
      style={{ overflow: 'auto', flex: 1, minHeight: 120 }}
      role="list"
      aria-label="Entries"
    >
      <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {items.map((item) => {
          const entry = entries[item.index];
          if (!entry) return null;
          const isOpen = entry.number === open;
          return (
            <div
              key={item.key}
              ref={virtual.measureElement}
              data-index={item.index}
              role="listitem"
              style={{
                position: 'absolute',
                top: 0,
                left: 0,
                right: 0,
                transform: `translateY(${item.start}px)`,
                borderBottom: '1px solid var(--rule)',
                background: isOpen ? 'var(--wash)' : undefined,
              }}
            >
              <button
                type="button"
                className="plain journal-row"
                data-entry={entry.number}
                aria-expanded={isOpen}
                onClick={() => setOpen(isOpen ? undefined : entry.number)}
                onKeyDown={(event) => onKey(event, item.index)}
              >
                <span className="nowrap">{shortDate(parseCivilDate(entry.date))}</span>
                <span className="soft nowrap">{entry.number}</span>
                <span className={isOpen ? 'strong' : ''} style={isOpen ? undefined : CLIP}>
                  {entry.explanation}
                </span>
                <span className="soft" style={CLIP}>
                  {fromTo(entry)}
                </span>
                <span className="num">{shown(entry.amount, currency)}</span>
                <span className="soft small" style={CLIP}>
                  {mark(entry)}
                </span>
              </button>
              {isOpen && <EntryDetail entry={entry} />}
            </div>
          );
        })}
      </div>
    </div>
  );
}

const CLIP = { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' } as const;

/** From which account to which, as the sentence of an entry. */
function fromTo(entry: EntryResponse): string {
  const side = (lines: EntryResponse['lines']): string =>
    lines.length === 1 ? `${lines[0]?.account} ${lines[0]?.accountName}` : `${lines.length} accounts`;
  return `${side(entry.lines.filter((line) => line.credit))} → ${side(entry.lines.filter((line) => line.debit))}`;
}

function mark(entry: EntryResponse): string {
  if (entry.reversedBy) return 'reversed';
  if (entry.kind !== 'ordinary') return entry.kind;
  return entry.source === 'manual' ? '' : entry.source;
}
