import type { Cells } from './completions.js';

/** A cell that two people have changed, each into something else. */
export interface CellConflict {
  readonly column: string;
  readonly mine: string;
  readonly theirs: string;
}

/** Two people have typed into the same cell: what the other wrote stands, and it is said what was typed here. */
export class TypedTogether extends Error {
  constructor(readonly conflicts: readonly CellConflict[]) {
    const said = conflicts.map(({ mine, theirs }) => `“${theirs}” where you wrote “${mine}”`).join(', and ');
    super(`Somebody else has just written ${said}. Theirs stands; type yours again if it is meant.`);
  }
}

/**
 * A row that two people have typed into: what one changed of it, put over what it has become by the other.
 *
 * @param was the row as it was when typing began
 */
export function mergedCells(
  was: Cells,
  mine: Cells,
  theirs: Cells,
): { readonly cells: Cells; readonly conflicts: readonly CellConflict[] } {
  const columns = [...new Set([...Object.keys(was), ...Object.keys(mine), ...Object.keys(theirs)])];
  const said = (cells: Cells, column: string): string => cells[column] ?? '';
  const changed = columns.filter((column) => said(mine, column) !== said(was, column));
  const conflicts = changed
    .map((column) => ({ column, mine: said(mine, column), theirs: said(theirs, column) }))
    .filter((cell) => cell.theirs !== said(was, cell.column) && cell.theirs !== cell.mine);
  return {
    cells: { ...theirs, ...Object.fromEntries(changed.map((column) => [column, said(mine, column)])) },
    conflicts,
  };
}
