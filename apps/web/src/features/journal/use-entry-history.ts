import { type Dispatch, type KeyboardEvent, useReducer } from 'react';
import { flushSync } from 'react-dom';
import { historyKey, historyOf } from '../../ui/typed-history.js';
import type { EntryForm, FormEvent } from './entry-form.js';
import { firstDifference, historyReducer } from './entry-history.js';

/** An entry as it is typed, and the keys that take a step back or do it again. */
export interface TypedEntry {
  readonly form: EntryForm;
  readonly dispatch: Dispatch<FormEvent>;
  /** Of whatever holds all fields of the entry: Ctrl Z takes the last step back, Ctrl Y or Ctrl Shift Z does it again. */
  readonly onKeyDown: (event: KeyboardEvent<HTMLElement>) => void;
}

/** Types an entry, each step of which can be taken back. The caret goes to what a step changed. */
export function useEntryHistory(begin: () => EntryForm): TypedEntry {
  const [{ now: form, before, after }, dispatch] = useReducer(historyReducer, undefined, () => historyOf(begin()));
  return {
    form,
    dispatch,
    onKeyDown: (event) => {
      const type = historyKey(event);
      if (!type) return;
      event.preventDefault();
      const [all, other] = [event.currentTarget, type === 'undo' ? before.at(-1) : after[0]];
      if (!other) return;
      const changed = firstDifference(form, other);
      flushSync(() => dispatch({ type }));
      if (changed) focusOn(all, changed);
    },
  };
}

function focusOn(all: HTMLElement, { index, field }: { readonly index: number; readonly field: string }): void {
  const cell =
    all.querySelector<HTMLInputElement>(`tr[data-line="${index}"] [data-column="${field}"] input`) ??
    all.querySelector<HTMLInputElement>(`tr[data-line="${index}"] input`);
  cell?.focus();
  cell?.select();
}
