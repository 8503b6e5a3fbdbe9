import type { ListColumn } from './list-pages.js';

/** Points that a digit takes, and a letter where it is a wide one. */
const [DIGIT, LETTER] = [4.6, 5.2];
/** Points between columns, and what all columns of a list take together. */
const [BETWEEN, WHOLE] = [8, 519];

/**
 * The columns of a list whose texts nobody knows beforehand: figures get the room that they need, the others what their
 * longest text needs, the longest of them less where that is more than there is.
 */
export function columnsFor(
  columns: readonly { readonly label: string; readonly isFigure: boolean }[],
  rows: readonly (readonly string[])[],
): ListColumn[] {
  const wanted = columns.map(({ label, isFigure }, index) => {
    const longest = rows.reduce((most, row) => Math.max(most, row[index]?.length ?? 0), label.length);
    return longest * (isFigure ? DIGIT : LETTER) + BETWEEN;
  });
  const figures = wanted.filter((_, index) => columns[index]?.isFigure).reduce((sum, width) => sum + width, 0);
  const most = sharedOut(
    wanted.filter((_, index) => !columns[index]?.isFigure),
    WHOLE - figures,
  );
  return columns.map(({ label, isFigure }, index) => {
    const width = wanted[index] ?? 0;
    return { label, isFigure, width: isFigure ? width : Math.min(width, most) };
  });
}

/** How wide a column can be at most, so that all have room; those that need less leave the rest to the others. */
function sharedOut(wanted: readonly number[], room: number): number {
  let left = room;
  const rising = [...wanted].sort((a, b) => a - b);
  for (const [index, width] of rising.entries()) {
    const share = left / (rising.length - index);
    if (width > share) return share;
    left -= width;
  }
  return room;
}
