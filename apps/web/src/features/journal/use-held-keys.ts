import { type KeyboardEvent, useRef } from 'react';
import { flushSync } from 'react-dom';
import type { OneLine, OneLineEvent } from './one-line.js';
import type { TypedSentence } from './typed-sentence.js';

/**
 * The keys between the sentence and the lines held under it: ↓ and ↑ go from one to the next, Enter corrects a line where it
 * stands, Esc leaves it as it was, Alt Backspace drops it; Alt ↑ says the last one again.
 *
 * @param begin puts the caret into the sentence
 */
export function useHeldKeys(
  { state, change }: { state: OneLine; change: (event: OneLineEvent) => void },
  begin: () => void,
) {
  const list = useRef<HTMLTableSectionElement>(null);
  const goToPlace = (index: number): void => {
    if (index < 0) return begin();
    list.current?.querySelector<HTMLElement>(`[data-held="${index}"]`)?.focus();
  };
  const correct = (key: number): void => {
    flushSync(() => change({ type: 'correct', key }));
    const field = list.current?.querySelector<HTMLInputElement>('[data-blank="amount"]');
    field?.focus();
    field?.select();
  };
  const drop = (line: TypedSentence): void => {
    const index = state.held.findIndex(({ key }) => key === line.key);
    flushSync(() => change({ type: 'drop', key: line.key }));
    goToPlace(Math.min(index, state.held.length - 2));
  };
  return {
    list,
    correct,
    /** A correction that is done takes the place of its line, which has the focus again. */
    keepCorrection: (sentence: TypedSentence): void => {
      flushSync(() => {
        change({ type: 'said', blank: 'all', sentence });
        change({ type: 'keep-correction' });
      });
      goToPlace(state.held.findIndex((line) => line.key === sentence.key));
    },
    onSentenceKeyDown: (event: KeyboardEvent): void => {
      if (event.key === 'ArrowUp' && event.altKey) {
        event.preventDefault();
        change({ type: 'repeat' });
      }
      const isPlain = !event.altKey && !event.ctrlKey && !event.metaKey && !event.shiftKey;
      // a field that has something to offer takes ↓ itself
      const isOffering = event.target instanceof Element && event.target.getAttribute('role') === 'combobox';
      if (event.key !== 'ArrowDown' || !isPlain || isOffering || state.held.length === 0) return;
      event.preventDefault();
      goToPlace(0);
    },
    onHeldKeyDown: (event: KeyboardEvent, line: TypedSentence, index: number): void => {
      const does: Readonly<Record<string, () => void>> = event.altKey
        ? { Backspace: () => drop(line) }
        : {
            ArrowDown: () => goToPlace(Math.min(index + 1, state.held.length - 1)),
            ArrowUp: () => goToPlace(index - 1),
            Home: () => goToPlace(0),
            End: () => goToPlace(state.held.length - 1),
            Enter: () => correct(line.key),
            Delete: () => drop(line),
          };
      const act = event.ctrlKey || event.metaKey ? undefined : does[event.key];
      if (!act) return;
      event.preventDefault();
      event.stopPropagation();
      act();
    },
    onCorrectionKeyDown: (event: KeyboardEvent): void => {
      const line = state.correction;
      if (!line) return;
      if (event.key === 'Escape' && !event.defaultPrevented) {
        event.preventDefault();
        const index = state.held.findIndex(({ key }) => key === line.key);
        flushSync(() => change({ type: 'leave-correction' }));
        goToPlace(index);
      }
      if (event.key === 'Backspace' && event.altKey) {
        event.preventDefault();
        drop(line);
      }
    },
  };
}
