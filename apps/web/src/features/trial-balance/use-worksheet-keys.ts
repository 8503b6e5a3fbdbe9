import type { KeyboardEvent, RefObject } from 'react';
import { useAddress } from '../../api/address.js';
import { elementOf } from '../../ui/focused.js';

/** Moves from row to row and from figure to figure that leads somewhere; folds a heading; begins an adjusting entry on the account at hand, the worksheet beside it. */
export function useWorksheetKeys(
  body: RefObject<HTMLTableSectionElement | null>,
  onFold: (heading: string) => void,
): (event: KeyboardEvent) => void {
  const address = useAddress();
  return (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const from = elementOf(event);
    const row = from?.closest('tr');
    if (!from || !row) return;
    const steps: Readonly<Record<string, number>> = { ArrowDown: 1, ArrowUp: -1 };
    const step = steps[event.key];
    if (step !== undefined) {
      event.preventDefault();
      const rows = [...(body.current?.querySelectorAll('tr') ?? [])];
      const next = rows[rows.indexOf(row) + step];
      const value = from.closest('td')?.dataset['value'];
      const inColumn = value === undefined ? undefined : linkOf(next, value);
      (inColumn ?? next?.querySelector<HTMLElement>('td:nth-child(2) :is(a, button)'))?.focus();
      return;
    }
    const account = row.dataset['account'] ?? '';
    const fold = row.querySelector('[aria-expanded]');
    if (fold && (event.key === 'ArrowRight' || event.key === 'ArrowLeft')) {
      event.preventDefault();
      if ((fold.getAttribute('aria-expanded') === 'true') === (event.key === 'ArrowLeft')) onFold(account);
    } else if (!fold && (event.key === 'ArrowRight' || event.key === 'ArrowLeft')) {
      event.preventDefault();
      const links = [...row.querySelectorAll<HTMLElement>('a')];
      links[links.indexOf(from) + (event.key === 'ArrowRight' ? 1 : -1)]?.focus();
    } else if (event.key === 'e' && !fold && account !== '') {
      event.preventDefault();
      adjust(address, account);
    }
  };
}

/** The figure of a row within a value, where it leads to its ledger. */
function linkOf(row: HTMLTableRowElement | undefined, value: string): HTMLElement | null | undefined {
  return [...(row?.cells ?? [])].find((cell) => cell.dataset['value'] === value)?.querySelector<HTMLElement>('a');
}

/** Begins an adjusting entry on an account, the worksheet on the second sheet. */
export function adjust(address: ReturnType<typeof useAddress>, account: string): void {
  const own = new URLSearchParams(window.location.search);
  const kept = ['zeros', 'headings', 'turned'].map((key) => [`beside.${key}`, own.get(key) ?? undefined] as const);
  address.go('entry', {
    adjust: account,
    beside: 'trial-balance',
    'beside.columns': 'adjustments.adjusted',
    ...Object.fromEntries(kept),
  });
}
