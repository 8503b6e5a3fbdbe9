import { type RefObject, useLayoutEffect, useState } from 'react';

/** How wide an element is, in pixels, as it is drawn; undefined before it is. */
export function useWidth(element: RefObject<HTMLElement | null>): number | undefined {
  const [width, setWidth] = useState<number>();
  useLayoutEffect(() => {
    const { current } = element;
    if (!current) return;
    const measure = (): void => setWidth(current.clientWidth);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(current);
    return () => observer.disconnect();
  }, [element]);
  return width;
}
