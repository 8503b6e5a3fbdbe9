import type { CurrencyCode } from '@just-ledger/core';
import { type Dispatch, type KeyboardEvent, type RefObject, useRef } from 'react';
import { flushSync } from 'react-dom';
import type { FormEvent } from './entry-form.js';

/**
 * The keys of an entry's lines. Enter goes on: to the next cell, and from an amount to what its line still needs or to
 * the next line. Alt with an arrow repeats the line above, with Backspace removes the line, with a point shows the
 * breakdowns; `=` writes the missing amount.
 */
export function useLineKeys(
  dispatch: Dispatch<FormEvent>,
  currency: CurrencyCode,
  hasBreakdowns: boolean,
): { table: RefObject<HTMLTableElement | null>; onKeyDown: (event: KeyboardEvent<HTMLTableElement>) => void } {
  const table = useRef<HTMLTableElement>(null);
  const inputs = (selector: string): HTMLInputElement[] => [
    ...(table.current?.querySelectorAll<HTMLInputElement>(selector) ?? []),
  ];
  const goTo = (cell: HTMLInputElement | undefined): void => {
    cell?.focus();
    cell?.select();
  };
  /** The next cell in reading order, as Tab would find it. */
  const walk = (from: HTMLInputElement): void => {
    const cells = inputs('input');
    goTo(cells[cells.indexOf(from) + 1]);
  };
  /** From an amount: what its line still needs, else the next line; the other side is of no use any more. */
  const walkOn = (index: number): void => {
    const needed = inputs(`tr[data-line="${index}"][data-needed] input`).find(
      (input) => input.value.trim() === '' && input.placeholder !== '',
    );
    goTo(needed ?? inputs(`tr[data-line="${index + 1}"] input`)[0]);
  };
  const actOf = (event: KeyboardEvent, cell: HTMLInputElement, index: number): (() => void) | undefined => {
    const isAmount = /^(debit|credit)$/.test(cell.closest('td')?.dataset['column'] ?? '');
    const isPlain = !event.ctrlKey && !event.metaKey;
    if (event.key === 'Enter' && isPlain) {
      if (isAmount && !event.shiftKey && cell.value.trim() !== '') return () => walkOn(index);
      return () => walk(cell);
    }
    if (isAmount && event.key === '=') return () => dispatch({ type: 'balanced-here', at: index, currency });
    if (!event.altKey) return undefined;
    if (event.key === 'ArrowUp') return () => dispatch({ type: 'repeat-above', at: index });
    if (event.key === '.' && hasBreakdowns) return () => dispatch({ type: 'breakdowns-shown', at: index });
    if (event.key !== 'Backspace') return undefined;
    return () => {
      flushSync(() => dispatch({ type: 'remove', at: index }));
      inputs(`tr[data-line="${index}"] input`)[0]?.focus();
    };
  };
  return {
    table,
    onKeyDown: (event) => {
      const cell = event.target;
      if (!(cell instanceof HTMLInputElement)) return;
      const act = actOf(event, cell, Number(cell.closest('tr')?.dataset['line']));
      if (!act) return;
      event.preventDefault();
      flushSync(() => undefined); // what the cell itself did with the key comes first
      act();
    },
  };
}
