import type { KeyboardEvent } from 'react';
import { isInField } from './is-in-field.js';

/** The element that an event comes from, if it comes from one. */
export function elementOf({ target }: { readonly target: EventTarget | null }): HTMLElement | undefined {
  return target instanceof HTMLElement ? target : undefined;
}

/** What has the focus. */
export function focusedElement(): HTMLElement | undefined {
  return elementOf({ target: document.activeElement });
}

/**
 * Up and down lead from one of some elements to the one before or after it; from within one, or between two, to the
 * nearest. What is typed into keeps its arrows.
 *
 * @param selector which elements of the one that takes the keys
 */
export function walkAmong(event: KeyboardEvent<HTMLElement>, selector: string): void {
  const from = focusedElement();
  const isDown = event.key === 'ArrowDown';
  if ((!isDown && event.key !== 'ArrowUp') || !from || isInField(from)) return;
  const elements = [...event.currentTarget.querySelectorAll<HTMLElement>(selector)];
  const isOn = (side: number) => (element: HTMLElement) => (from.compareDocumentPosition(element) & side) !== 0;
  const next = isDown
    ? elements.find(isOn(Node.DOCUMENT_POSITION_FOLLOWING))
    : elements.findLast(isOn(Node.DOCUMENT_POSITION_PRECEDING));
  if (!next) return;
  event.preventDefault();
  next.focus();
}
