import type { Side } from '@just-ledger/core';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import grid from '../../ui/typed-grid.module.css';

/** A row under a line of an entry for what its account asks for besides. What is needed is gone to from the amount. */
export function LinePart({
  index,
  isNeeded = false,
  beside,
  children,
}: {
  index: number;
  isNeeded?: boolean;
  /** What it adds to the amount of the line, or takes from it, on the side on which that shows. */
  beside?: { readonly side: Side; readonly text: string } | undefined;
  children: ReactNode;
}) {
  return (
    <tr data-line={index} data-needed={isNeeded || undefined} className={grid.part}>
      <td colSpan={3}>{children}</td>
      {(['debit', 'credit'] as const).map((side) => (
        <td key={side} className={clsx(grid.money, 'num soft small')}>
          {beside?.side === side && <div className={grid.cell}>{beside.text}</div>}
        </td>
      ))}
    </tr>
  );
}
