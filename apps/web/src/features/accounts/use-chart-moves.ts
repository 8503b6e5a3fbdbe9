import type { Announcements, DragEndEvent } from '@dnd-kit/core';
import type { AccountResponse } from '@just-ledger/contract';
import { accountTitle, CLASSIFICATIONS } from '@just-ledger/core';
import { useState } from 'react';
import { type ChartItem, headingAbove, under } from './chart-list.js';
import type { ApplyChange } from './use-account-change.js';

/** What came of a move is told by the screen itself, to everybody. */
export const ANNOUNCEMENTS: Announcements = {
  onDragStart: ({ active }) => `${active.id} is being moved.`,
  onDragOver: () => undefined,
  onDragEnd: () => undefined,
  onDragCancel: ({ active }) => `${active.id} stays where it was.`,
};

/** Moves accounts in the chart: under a heading, out of one, or onto a part of an element. */
export function useChartMoves(
  items: readonly ChartItem[],
  accounts: readonly AccountResponse[],
  apply: ApplyChange,
  focusRow: (key: string) => void,
) {
  const [dragged, setDragged] = useState<AccountResponse>();
  const byNumber = new Map(accounts.map((account) => [account.number, account]));
  const move = (account: AccountResponse, heading: AccountResponse | undefined): void => {
    const where = heading ? `under ${accountTitle(heading)}` : 'under no heading';
    apply(
      account,
      heading ? under(heading) : { parent: undefined },
      `${accountTitle(account)} now stands ${where}.`,
      () => focusRow(account.number),
    );
  };
  return {
    dragged,
    pick: (number: string): void => setDragged(byNumber.get(number)),
    leave: (): void => setDragged(undefined),
    /** Puts an account under the heading above its row. */
    indent: (account: AccountResponse, index: number): void => {
      const heading = headingAbove(items, index);
      if (heading) move(account, heading);
    },
    /** Takes an account out of its heading, up to the next. */
    outdent: (account: AccountResponse): void => {
      const heading = account.parent ? byNumber.get(account.parent) : undefined;
      if (heading) move(account, heading.parent ? byNumber.get(heading.parent) : undefined);
    },
    drop: ({ active, over }: DragEndEvent): void => {
      setDragged(undefined);
      const account = byNumber.get(String(active.id));
      const target = items.find((item) => item.key === over?.id);
      if (!account || !target || target.key === account.number) return;
      if (target.type === 'account') return move(account, target.account);
      const { classification, element } = target;
      if (!classification || (!account.parent && classification === account.classification)) return;
      const label = CLASSIFICATIONS[classification].label.toLowerCase();
      const said = `${accountTitle(account)} is now shown under ${label}.`;
      apply(account, { parent: undefined, element, classification }, said);
    },
  };
}
