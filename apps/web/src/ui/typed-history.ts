import type { KeyboardEvent } from 'react';

/** So many steps are kept. */
const MOST = 500;

/** What is typed, with what it was before each step and what was taken back. */
export interface TypedHistory<State> {
  readonly now: State;
  /** The latest last. */
  readonly before: readonly State[];
  /** What was taken back, the nearest first. */
  readonly after: readonly State[];
  /** What the last step was typed into: going on there is the same step. */
  readonly cell?: string | undefined;
}

/** Takes a step back, or does it again. */
export type BackOrAgain = { readonly type: 'undo' } | { readonly type: 'redo' };

/** What makes the steps of something that is typed. */
export interface Steps<State, Event> {
  readonly reduce: (state: State, event: Event) => State;
  readonly isSame: (a: State, b: State) => boolean;
  /** What an event is typed into, if it is typing. */
  readonly cellOf: (event: Event) => string | undefined;
  /** What an event begins anew with, if it does: that has no past. */
  readonly begunBy: (event: Event) => State | undefined;
  /** Whether an event comes by itself: it belongs to whatever it came after. */
  readonly comesByItself?: (event: Event) => boolean;
}

/** What has no past. */
export function historyOf<State>(now: State): TypedHistory<State> {
  return { now, before: [], after: [] };
}

/** What is typed, after an event. Typing into one cell and leaving it is one step. */
export function stepped<State, Event extends { readonly type: string }>(
  steps: Steps<State, Event>,
  history: TypedHistory<State>,
  event: Event | BackOrAgain,
): TypedHistory<State> {
  const { now, before } = history;
  if (isBackOrAgain(event)) return event.type === 'undo' ? steppedBack(history) : steppedAgain(history);
  const begun = steps.begunBy(event);
  if (begun !== undefined) return historyOf(begun);
  const next = steps.reduce(now, event);
  if (steps.comesByItself?.(event) || steps.isSame(now, next)) return { ...history, now: next };
  const cell = steps.cellOf(event);
  const goesOn = cell !== undefined && cell === history.cell;
  return { now: next, before: goesOn ? before : [...before, now].slice(-MOST), after: [], cell };
}

/** Which of the two a key means: Ctrl Z takes the last step back, Ctrl Y or Ctrl Shift Z does it again. */
export function historyKey({
  key,
  ctrlKey,
  metaKey,
  shiftKey,
  altKey,
}: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey'>): BackOrAgain['type'] | undefined {
  if (!(ctrlKey || metaKey) || altKey) return undefined;
  if (key.toLowerCase() === 'z') return shiftKey ? 'redo' : 'undo';
  return key.toLowerCase() === 'y' && !shiftKey ? 'redo' : undefined;
}

function isBackOrAgain(event: { readonly type: string }): event is BackOrAgain {
  return event.type === 'undo' || event.type === 'redo';
}

function steppedBack<State>(history: TypedHistory<State>): TypedHistory<State> {
  const { now, before, after } = history;
  const earlier = before.at(-1);
  return earlier === undefined ? history : { now: earlier, before: before.slice(0, -1), after: [now, ...after] };
}

function steppedAgain<State>(history: TypedHistory<State>): TypedHistory<State> {
  const { now, before, after } = history;
  const [later, ...rest] = after;
  return later === undefined ? history : { now: later, before: [...before, now], after: rest };
}
