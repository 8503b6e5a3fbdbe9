import type { ContactResponse } from '@just-ledger/contract';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useRef } from 'react';

/** The contacts that were asked for, by keyboard and pointer; only those in sight are drawn. */
export function ContactList({
  contacts,
  chosen,
  onChoose,
}: {
  contacts: readonly ContactResponse[];
  chosen: string;
  onChoose: (id: string) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: contacts.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 29,
    overscan: 20,
    getItemKey: (at) => contacts[at]?.id ?? at,
  });
  const onKey = (event: KeyboardEvent, at: number): void => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const next = contacts[at + step];
    if (step === 0 || !next) return;
    event.preventDefault();
    virtual.scrollToIndex(at + step);
    setTimeout(() => scroller.current?.querySelector<HTMLElement>(`[data-contact="${next.id}"]`)?.focus());
  };
  return (
    <div ref={scroller} role="list" style={{ overflow: 'auto', flex: 1, minHeight: 140 }}>
      <div style={{ height: virtual.getTotalSize(), position: 'relative' }} role="presentation">
        {virtual.getVirtualItems().map(({ key, index, start }) => {
          const one = contacts[index];
          if (!one) return null;
          return (
            <div
              key={key}
              role="listitem"
              style={{ position: 'absolute', insetInline: 0, transform: `translateY(${start}px)` }}
            >
              <button
                type="button"
                data-contact={one.id}
                className={chosen === String(one.id) ? 'plain contact-row chosen' : 'plain contact-row'}
                aria-current={chosen === String(one.id)}
                onClick={() => onChoose(String(one.id))}
                onKeyDown={(event) => onKey(event, index)}
              >
                <span className="soft">{one.number}</span>
                <span className="clip">{one.name}</span>
                <span className="soft small clip">
                  {one.mergedInto === null ? one.roles.join(', ') : 'merged into another'}
                </span>
                <span className="soft small num">{one.terms ?? ''}</span>
              </button>
            </div>
          );
        })}
      </div>
    </div>
  );
}
