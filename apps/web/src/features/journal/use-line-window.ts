import { defaultRangeExtractor, type Range, useVirtualizer } from '@tanstack/react-virtual';
import { type RefObject, useLayoutEffect, useState } from 'react';
import type { FormLine } from './form-line.js';

/** Up to so many lines are all drawn. */
const FEW = 60;

/** A line that is drawn, and the room that those left out before it take, in pixels. */
export interface DrawnLine {
  readonly index: number;
  readonly room: number;
}

/** The lines that are drawn, and the room that is left after them, in pixels. */
export interface LineWindow {
  readonly drawn: readonly DrawnLine[];
  readonly below: number;
  /** What the body of a line takes as its `ref`. */
  readonly measure: ((body: Element | null) => void) | undefined;
}

/** Draws of very many lines those in sight, and always the one that is typed into with its neighbours. */
export function useLineWindow(lines: readonly FormLine[], table: RefObject<HTMLTableElement | null>): LineWindow {
  const isLong = lines.length > FEW;
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const [scrollMargin, setMargin] = useState(0);
  const virtual = useVirtualizer<HTMLElement, Element>({
    enabled: isLong,
    count: lines.length,
    getScrollElement: () => scroller,
    estimateSize: () => 30,
    overscan: 15,
    scrollMargin,
    initialRect: { width: 1_000, height: 800 },
    getItemKey: (index) => lines[index]?.key ?? index,
    rangeExtractor: (range) => withTypedInto(range, table.current),
  });
  useLayoutEffect(() => {
    if (!isLong || !table.current) return;
    const found = scrollerOf(table.current);
    setScroller(found);
    const top = table.current.getBoundingClientRect().top - found.getBoundingClientRect().top + found.scrollTop;
    setMargin(Math.round(top));
  }, [isLong, table]);
  if (!isLong) return { drawn: lines.map((_, index) => ({ index, room: 0 })), below: 0, measure: undefined };
  let end = scrollMargin;
  // while the sheet has no height yet, the lines around the caret
  const items = virtual.getVirtualItems();
  if (items.length === 0) return { drawn: aroundCaret(lines.length, table.current), below: 0, measure: undefined };
  const drawn = items.map((item) => {
    const room = Math.max(0, item.start - end);
    end = item.end;
    return { index: item.index, room };
  });
  return {
    drawn,
    below: Math.max(0, virtual.getTotalSize() + scrollMargin - end),
    measure: virtual.measureElement,
  };
}

/** The nearest element around that scrolls. */
function scrollerOf(element: HTMLElement): HTMLElement {
  for (let around = element.parentElement; around; around = around.parentElement) {
    if (/auto|scroll/.test(getComputedStyle(around).overflowY)) return around;
  }
  return document.documentElement;
}

/** The line that holds the caret, if one does. */
function typedInto(table: HTMLTableElement | null): number | undefined {
  const typing = table?.contains(document.activeElement) ? document.activeElement : null;
  const index = typing?.closest('tr')?.dataset['line'];
  return index === undefined ? undefined : Number(index);
}

function aroundCaret(count: number, table: HTMLTableElement | null): DrawnLine[] {
  const first = Math.max(0, (typedInto(table) ?? 0) - FEW / 2);
  return Array.from({ length: Math.min(FEW, count - first) }, (_, index) => ({ index: first + index, room: 0 }));
}

/** What is in sight, and the line that holds the caret with those around it: it is never taken away while typed into. */
function withTypedInto(range: Range, table: HTMLTableElement | null): number[] {
  const seen = defaultRangeExtractor(range);
  const index = typedInto(table);
  if (index === undefined) return seen;
  const around = [index - 1, index, index + 1].filter((line) => line >= 0 && line < range.count);
  return [...new Set([...seen, ...around])].sort((a, b) => a - b);
}
