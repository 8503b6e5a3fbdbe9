/** What a file holds: rows of cells as text, the first being the headings, and how it was read where that is not plain. */
export interface Table {
  readonly rows: readonly (readonly string[])[];
  readonly notes: readonly string[];
}

/** So many rows are read at most, beside the headings. */
export const MOST_ROWS = 100_000;
