import { useLayoutEffect, useRef } from 'react';
import { flushSync } from 'react-dom';
import { useHotkeys } from 'react-hotkeys-hook';

/** Settles what is being typed, as if its field had been left for the sheet around it. @returns that field */
export function settleTyping(): HTMLElement | null {
  const typing = document.activeElement instanceof HTMLElement ? document.activeElement : null;
  flushSync(() => typing?.closest<HTMLElement>('[data-sheet]')?.focus({ preventScroll: true }));
  return typing;
}

/**
 * Ctrl Enter, or ⌘ Enter, does what the sheet is for, wherever in it the focus is. What is being typed is settled first,
 * as if its field had been left for the sheet around it.
 *
 * @param commit gets the field that was typed in, so that the focus can go back to it
 */
export function useCommitKey(commit: (typing: HTMLElement | null) => void, isOn = true): void {
  const latest = useRef(commit);
  useLayoutEffect(() => {
    latest.current = commit;
  });
  useHotkeys(
    'mod+enter',
    (event) => {
      if (event.repeat) return;
      const typing = settleTyping();
      latest.current(typing); // as it is now that the field has been settled
    },
    {
      enabled: isOn,
      enableOnFormTags: true,
      preventDefault: true,
      // a dialog or calendar that lies over the sheet has the keys to itself
      ignoreEventWhen: ({ target }) => target instanceof Element && target.closest('.MuiModal-root') !== null,
    },
  );
}
