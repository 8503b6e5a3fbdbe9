import type { FindingResponse } from '@just-ledger/contract';
import type { KeyboardEvent, RefObject } from 'react';
import { elementOf } from '../../ui/focused.js';

/** ↑ ↓ go along the findings, Enter follows the first way of one, b says why there is nothing to mend. */
export function useFindingKeys(
  list: RefObject<HTMLElement | null>,
  findings: readonly FindingResponse[],
  answer: ((finding: string) => void) | undefined,
): (event: KeyboardEvent) => void {
  return (event) => {
    const row = elementOf(event);
    const id = row?.dataset['finding'];
    if (!row || id === undefined || event.ctrlKey || event.metaKey || event.altKey) return;
    const position = findings.findIndex((finding) => finding.id === id);
    const goTo = (index: number): void => {
      list.current?.querySelectorAll<HTMLElement>('[data-finding]')[index]?.focus();
    };
    const keys: Readonly<Record<string, () => void>> = {
      ArrowDown: () => goTo(position + 1),
      ArrowUp: () => goTo(position - 1),
      Enter: () => row.querySelector<HTMLElement>('a')?.click(),
      b: () => {
        if (findings[position]?.state === 'open') answer?.(id);
      },
    };
    const act = keys[event.key];
    if (!act || (event.key === 'ArrowUp' && position === 0)) return;
    event.preventDefault();
    act();
  };
}
