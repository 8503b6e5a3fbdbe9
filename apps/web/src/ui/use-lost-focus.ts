import { type RefObject, useEffect } from 'react';

/** Takes the focus where nothing has it: after what had it is gone, the next thing to be done is at hand. */
export function useLostFocus(target: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    if (document.activeElement === null || document.activeElement === document.body) {
      target.current?.focus({ preventScroll: true });
    }
  }, [target]);
}
