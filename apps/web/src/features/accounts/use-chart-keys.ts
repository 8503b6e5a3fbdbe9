import type { AccountRequest } from '@just-ledger/contract';
import type { KeyboardEvent } from 'react';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { isInField } from '../../ui/is-in-field.js';
import type { ChartItem } from './chart-list.js';
import type { useChartMoves } from './use-chart-moves.js';

/** What the keys of the chart do besides walking it. */
interface ChartActions extends Pick<ReturnType<typeof useChartMoves>, 'indent' | 'outdent'> {
  readonly focusRow: (key: string) => void;
  readonly write: (key: string) => void;
  readonly unfold: (key: string) => void;
  readonly add: (start: Partial<AccountRequest>) => void;
  readonly fold: (number: string) => void;
}

/** The keys of a row of the chart: the arrows walk and fold, Enter writes, letters add, open and lead on. */
export function useChartKeys(items: readonly ChartItem[], act: ChartActions) {
  const address = useAddress();
  const { may } = useBooks();
  return (event: KeyboardEvent, item: ChartItem, index: number): void => {
    if (event.ctrlKey || event.metaKey || event.altKey || isInField(event.target)) return;
    const go = (to: number): void => {
      const next = items[Math.max(0, Math.min(items.length - 1, to))];
      if (next) act.focusRow(next.key);
    };
    const walking = {
      ArrowDown: () => go(index + 1),
      ArrowUp: () => go(index - 1),
      Home: () => go(0),
      End: () => go(items.length - 1),
    };
    const keys: Record<string, () => void> = {
      ...walking,
      ...(may('addToSetUp') && { a: () => act.add(startAt(item)) }),
    };
    if (item.type === 'account') {
      const { account, isFolded } = item;
      Object.assign(keys, {
        d: () => act.unfold(item.key),
        l: () => address.go('account', { account: account.number }),
        ...(may('setUp') && {
          Enter: () => act.write(item.key),
          '>': () => act.indent(account, index),
          '<': () => act.outdent(account),
        }),
        ...(account.heading && {
          ArrowLeft: () => !isFolded && act.fold(account.number),
          ArrowRight: () => isFolded && act.fold(account.number),
        }),
      });
    }
    const pressed = keys[event.key];
    if (!pressed) return;
    event.preventDefault();
    event.stopPropagation();
    pressed();
  };
}

/** What an account added at a row begins with: the place of that row. */
function startAt(item: ChartItem): Partial<AccountRequest> {
  const { element, classification } = item.type === 'account' ? item.account : item;
  const parent = item.type === 'account' ? item.account.parent : undefined;
  return { element, ...(classification && { classification }), ...(parent && { parent }) };
}
