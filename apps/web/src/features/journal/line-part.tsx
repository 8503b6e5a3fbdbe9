import type { ReactNode } from 'react';
import grid from '../../ui/typed-grid.module.css';

/** A row under a line of an entry for what its account asks for besides. What is needed is gone to from the amount. */
export function LinePart({
  index,
  isNeeded = false,
  children,
}: {
  index: number;
  isNeeded?: boolean;
  children: ReactNode;
}) {
  return (
    <tr data-line={index} data-needed={isNeeded || undefined} className={grid.part}>
      <td colSpan={3}>{children}</td>
      <td className={grid.money} />
      <td className={grid.money} />
    </tr>
  );
}
