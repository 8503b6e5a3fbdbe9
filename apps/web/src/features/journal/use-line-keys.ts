import type { BalancingAmount, CurrencyCode } from '@just-ledger/core';
import { type Dispatch, type KeyboardEvent, type RefObject, useRef } from 'react';
import { flushSync } from 'react-dom';
import type { FormEvent } from './entry-form.js';

/** What a table of lines listens to. */
export interface LineKeys {
  readonly table: RefObject<HTMLTableElement | null>;
  readonly onKeyDown: (event: KeyboardEvent<HTMLTableElement>) => void;
  readonly onKeyDownCapture: (event: KeyboardEvent<HTMLTableElement>) => void;
}

/**
 * The keys of an entry's lines. Enter goes on: to the next cell, and from an amount to what its line still needs or to
 * the next line; with Shift back. Arrows go to the cell above, below or beside, unless a list hangs open or the caret is
 * at work within a cell. Alt with an arrow repeats the line above, with Shift too moves the line, with Enter puts one in,
 * with Backspace removes it, with a point shows the breakdowns, with T goes to its tax; `=` writes the missing amount.
 */
export function useLineKeys(
  dispatch: Dispatch<FormEvent>,
  currency: CurrencyCode,
  has: { readonly breakdowns: boolean; readonly taxes: boolean },
  missingWithout: (index: number) => BalancingAmount | undefined,
): LineKeys {
  const table = useRef<HTMLTableElement>(null);
  const inputs = (selector: string): HTMLInputElement[] => [
    ...(table.current?.querySelectorAll<HTMLInputElement>(selector) ?? []),
  ];
  const goTo = (cell: HTMLInputElement | undefined): void => {
    cell?.focus();
    cell?.select();
  };
  /** The next cell in reading order, as Tab would find it, or the one before. */
  const walk = (from: HTMLInputElement, by: 1 | -1 = 1): void => {
    const cells = inputs('input');
    goTo(cells[cells.indexOf(from) + by]);
  };
  /** From an amount: what its line still needs, else the next line; the other side is of no use any more. */
  const walkOn = (index: number): void => {
    const needed = inputs(`tr[data-line="${index}"][data-needed] input`).find(
      (input) => input.value.trim() === '' && input.placeholder !== '',
    );
    goTo(needed ?? inputs(`tr[data-line="${index + 1}"] input`)[0]);
  };
  /** Changes the lines, and goes on in one of them where the caret was. */
  const change = (event: FormEvent, index: number, column: string | undefined): void => {
    flushSync(() => dispatch(event));
    const line = `tr[data-line="${index}"]`;
    goTo(inputs(`${line} [data-column="${column}"] input`)[0] ?? inputs(`${line} input`)[0]);
  };
  /** Alt with a key changes the lines themselves. */
  const lineAct = (event: KeyboardEvent, index: number, column: string | undefined): (() => void) | undefined => {
    const by = event.key === 'ArrowUp' ? -1 : 1;
    switch (event.key) {
      case 'ArrowUp':
      case 'ArrowDown':
        if (event.shiftKey) return () => change({ type: 'move', at: index, by }, Math.max(0, index + by), column);
        return by < 0 ? () => dispatch({ type: 'repeat-above', at: index }) : undefined;
      case 'Enter':
        return () => change({ type: 'insert', at: index }, index, 'account');
      case 'Backspace':
        return () => change({ type: 'remove', at: index }, index, 'account');
      case '.':
        return has.breakdowns ? () => dispatch({ type: 'breakdowns-shown', at: index }) : undefined;
      case 't':
        return has.taxes ? () => showTax(index) : undefined;
      default:
        return undefined;
    }
  };
  const showTax = (index: number): void => {
    flushSync(() => dispatch({ type: 'tax-shown', at: index }));
    goTo(inputs(`tr[data-line="${index}"] input[aria-label^="Tax, "]`)[0]);
  };
  const actOf = (event: KeyboardEvent, cell: HTMLInputElement): (() => void) | undefined => {
    const { index, column } = placeOf(cell);
    const isAmount = column === 'debit' || column === 'credit';
    if (event.ctrlKey || event.metaKey) return undefined;
    if (event.altKey) return lineAct(event, index, column);
    if (event.key === 'Enter') {
      if (event.shiftKey) return () => walk(cell, -1);
      return isAmount && cell.value.trim() !== '' ? () => walkOn(index) : () => walk(cell);
    }
    if (!isAmount || event.key !== '=') return undefined;
    return () => dispatch({ type: 'balanced-here', at: index, currency, missing: missingWithout(index) });
  };
  /** Where a plain arrow leads, if it leads out of the cell. */
  const arrowAct = (event: KeyboardEvent, cell: HTMLInputElement): (() => void) | undefined => {
    if (event.altKey || event.ctrlKey || event.metaKey || event.shiftKey) return undefined;
    if (cell.getAttribute('aria-expanded') === 'true') return undefined;
    const { index, column } = placeOf(cell);
    if (column === undefined) return undefined;
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      const to = index + (event.key === 'ArrowUp' ? -1 : 1);
      return () => goTo(inputs(`tr[data-line="${to}"] [data-column="${column}"] input`)[0]);
    }
    const isWholeChosen = cell.selectionStart === 0 && cell.selectionEnd === cell.value.length;
    if (!isWholeChosen || (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight')) return undefined;
    return () => walk(cell, event.key === 'ArrowLeft' ? -1 : 1);
  };
  const listen =
    (find: (event: KeyboardEvent, cell: HTMLInputElement) => (() => void) | undefined) =>
    (event: KeyboardEvent<HTMLTableElement>): void => {
      const cell = event.target;
      const act = cell instanceof HTMLInputElement ? find(event, cell) : undefined;
      if (!act) return;
      event.preventDefault();
      event.stopPropagation();
      flushSync(() => undefined); // what the cell itself did with the key comes first
      act();
    };
  // arrows are looked at before the cell opens its list with them
  return { table, onKeyDown: listen(actOf), onKeyDownCapture: listen(arrowAct) };
}

/** The line and column of a cell; cells under a line, of what its account asks for, have no column. */
function placeOf(cell: HTMLInputElement): { index: number; column: string | undefined } {
  const column = cell.closest<HTMLElement>('td[data-column]')?.dataset['column'];
  return { index: Number(cell.closest('tr')?.dataset['line']), column };
}
