import { useVirtualizer, type Virtualizer } from '@tanstack/react-virtual';
import { type RefObject, useRef } from 'react';

/** The rows of a long list that are in sight, and the way to any other. */
export interface VirtualRows {
  readonly scroller: RefObject<HTMLDivElement | null>;
  readonly virtual: Virtualizer<HTMLDivElement, Element>;
  /** Scrolls to a row and puts the focus on what in it carries its key as `data-key`, as soon as it is drawn. */
  focusRow(key: string): void;
  /** What the element of a row takes as its `ref`. */
  measure(key: string): (row: Element | null) => void;
}

/** Draws of a long list what is in sight. @param height of a row before it is measured, in pixels */
export function useVirtualRows({
  keys,
  height = 29,
  overscan = 20,
}: {
  keys: readonly string[];
  height?: number;
  overscan?: number;
}): VirtualRows {
  const scroller = useRef<HTMLDivElement>(null);
  const wanted = useRef<string>(undefined);
  const virtual = useVirtualizer<HTMLDivElement, Element>({
    count: keys.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => height,
    overscan,
    getItemKey: (index) => keys[index] ?? index,
  });
  /** Puts the focus on a row if it is drawn. */
  const focusIn = (around: Element | null, key: string): void => {
    const found = around?.querySelector<HTMLElement>(`[data-key="${CSS.escape(key)}"]`);
    wanted.current = found ? undefined : key;
    found?.focus({ preventScroll: true });
  };
  return {
    scroller,
    virtual,
    focusRow: (key) => {
      virtual.scrollToIndex(Math.max(0, keys.indexOf(key)));
      focusIn(scroller.current, key);
    },
    measure: (key) => (row) => {
      virtual.measureElement(row);
      if (row && wanted.current === key) focusIn(row, key);
    },
  };
}
