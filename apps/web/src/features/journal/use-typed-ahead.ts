import { useLayoutEffect, useRef } from 'react';
import { takeAhead } from '../../api/type-ahead.js';

/** Takes over what was typed before the sheet was there, and puts the caret behind it. */
export function useTypedAhead(
  first: { readonly current: HTMLInputElement | null },
  take: (typed: string) => void,
): void {
  const taking = useRef(take);
  useLayoutEffect(() => {
    const typed = takeAhead();
    first.current?.focus();
    if (typed === '') return;
    taking.current(typed);
    requestAnimationFrame(() => {
      const end = first.current?.value.length ?? 0;
      first.current?.setSelectionRange(end, end);
    });
  }, [first]);
}
