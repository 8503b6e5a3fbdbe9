import { keysOf } from '@just-ledger/core';
import { type BackOrAgain, type Steps, stepped, type TypedHistory } from '../../ui/typed-history.js';
import { type EntryForm, type FormEvent, formReducer } from './entry-form.js';
import type { FormLine } from './form-line.js';

/** An entry as it is typed, with what it was before each step and what was taken back. */
export type EntryHistory = TypedHistory<EntryForm>;

/** What may happen to an entry as it is typed. */
export type HistoryEvent = FormEvent | BackOrAgain;

/**
 * The entry after an event. Typing into one cell and leaving it is one step; so is whatever is pasted, moved, repeated,
 * removed or put in by a key. An entry that is begun has no past.
 */
export function historyReducer(history: EntryHistory, event: HistoryEvent): EntryHistory {
  return stepped(STEPS, history, event);
}

const STEPS: Steps<EntryForm, FormEvent> = {
  reduce: formReducer,
  isSame,
  cellOf,
  begunBy: (event) => (event.type === 'start' ? event.form : undefined),
  comesByItself: (event) => event.type === 'rate-of-day',
};

/** What an event is typed into, if it is typing. */
function cellOf(event: FormEvent): string | undefined {
  if (event.type === 'head') return `head ${Object.keys(event.change)[0]}`;
  if (event.type === 'line') return `${event.at} ${Object.keys(event.change)[0]}`;
  if (event.type === 'settled') return `${event.at} ${event.side}`;
  return event.type === 'foreign-settled' ? `${event.at} foreignAmount` : undefined;
}

/** Whether two forms hold the same; lines that were not touched are the same objects. */
function isSame(a: EntryForm, b: EntryForm): boolean {
  if (a === b) return true;
  const { lines: linesOfA, ...headOfA } = a;
  const { lines: linesOfB, ...headOfB } = b;
  if (linesOfA.length !== linesOfB.length || JSON.stringify(headOfA) !== JSON.stringify(headOfB)) return false;
  return linesOfA.every((line, index) => line === linesOfB[index] || heldBy(line) === heldBy(linesOfB[index]));
}

/** What a line holds; no doubts are the same as none yet. */
function heldBy(line: FormLine | undefined): string {
  return JSON.stringify(line, (key, value: unknown) =>
    key === 'doubts' && Object.keys(Object(value)).length === 0 ? undefined : value,
  );
}

/** The first line that differs between two forms, and the field in it; undefined if only heads differ. */
export function firstDifference(
  a: EntryForm,
  b: EntryForm,
): { readonly index: number; readonly field: string } | undefined {
  const most = Math.max(a.lines.length, b.lines.length);
  for (let index = 0; index < most; index += 1) {
    const [line, other] = [a.lines[index], b.lines[index]];
    if (line === other) continue;
    if (!line || !other) return { index, field: 'account' };
    const field = keysOf(line).find(
      (key) => key !== 'key' && JSON.stringify(line[key]) !== JSON.stringify(other[key]),
    );
    if (field) return { index, field };
  }
  return undefined;
}
