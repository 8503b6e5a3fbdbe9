import { type EntryForm, type FormEvent, formReducer } from './entry-form.js';
import type { FormLine } from './form-line.js';

/** So many steps are kept. */
const MOST = 500;

/** An entry as it is typed, with what it was before each step and what was taken back. */
export interface EntryHistory {
  readonly form: EntryForm;
  /** The latest last. */
  readonly before: readonly EntryForm[];
  /** What was taken back, the nearest first. */
  readonly after: readonly EntryForm[];
  /** What the last step was typed into: going on there is the same step. */
  readonly cell?: string | undefined;
}

/** What may happen to an entry as it is typed. */
export type HistoryEvent = FormEvent | { readonly type: 'undo' } | { readonly type: 'redo' };

/** A form without a past. */
export function historyOf(form: EntryForm): EntryHistory {
  return { form, before: [], after: [] };
}

/**
 * The entry after an event. Typing into one cell and leaving it is one step; so is whatever is pasted, moved, repeated,
 * removed or put in by a key. An entry that is begun has no past.
 */
export function historyReducer(history: EntryHistory, event: HistoryEvent): EntryHistory {
  const { form, before, after } = history;
  switch (event.type) {
    case 'undo': {
      const earlier = before.at(-1);
      return earlier ? { form: earlier, before: before.slice(0, -1), after: [form, ...after] } : history;
    }
    case 'redo': {
      const [later, ...rest] = after;
      return later ? { form: later, before: [...before, form], after: rest } : history;
    }
    case 'start':
      return historyOf(event.form);
    case 'rate-of-day':
      // it comes by itself: it belongs to whatever it came after
      return { ...history, form: formReducer(form, event) };
    default: {
      const next = formReducer(form, event);
      if (isSame(form, next)) return { ...history, form: next };
      const cell = cellOf(event);
      const goesOn = cell !== undefined && cell === history.cell;
      return { form: next, before: goesOn ? before : [...before, form].slice(-MOST), after: [], cell };
    }
  }
}

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
  return linesOfA.every((line, index) => line === linesOfB[index] || contentOf(line) === contentOf(linesOfB[index]));
}

/** What a line holds; no doubts are the same as none yet. */
function contentOf(line: FormLine | undefined): string {
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
    const fields = Object.keys(line) as (keyof typeof line)[];
    const field = fields.find((one) => one !== 'key' && JSON.stringify(line[one]) !== JSON.stringify(other[one]));
    if (field) return { index, field };
  }
  return undefined;
}
