import { type RefObject, useEffect, useState } from 'react';

/** How much room an element has, in pixels. */
export interface Room {
  readonly width: number;
  readonly height: number;
}

/** The room within an element, as it changes. */
export function useSize(element: RefObject<HTMLElement | null>): Room | undefined {
  const [room, setRoom] = useState<Room>();
  useEffect(() => {
    const box = element.current;
    if (!box) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setRoom({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    observer.observe(box);
    return () => observer.disconnect();
  }, [element]);
  return room;
}
