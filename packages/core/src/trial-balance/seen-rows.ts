/** How headings of accounts stand: not at all, open over their accounts, or folded into one row. */
export const HEADINGS = ['none', 'open', 'folded'] as const;

/** One of {@link HEADINGS}. */
export type Headings = (typeof HEADINGS)[number];

/** What decides whether a row is seen; rows stand under the heading before them that is less deep. */
export interface HeadedRow {
  /** The number of the account or the heading. */
  readonly account: string;
  readonly isHeading: boolean;
  /** Under how many headings it stands. */
  readonly depth: number;
}

/** A row as it is seen; a folded heading shows what stands under it. */
export type SeenRow<Row extends HeadedRow> = Row & { readonly isFolded: boolean };

/**
 * The rows that are seen.
 *
 * @param turned numbers of headings that stand the other way than the rest
 * @example seenRows(rows, 'folded', new Set()) // → a row for each heading, and the accounts under none
 */
export function seenRows<Row extends HeadedRow>(
  rows: readonly Row[],
  headings: Headings,
  turned: ReadonlySet<string>,
): SeenRow<Row>[] {
  if (headings === 'none')
    return rows.flatMap((row) => (row.isHeading ? [] : [{ ...row, depth: 0, isFolded: false }]));
  const seen: SeenRow<Row>[] = [];
  let foldedAt: number | undefined;
  for (const row of rows) {
    if (foldedAt !== undefined && row.depth > foldedAt) continue;
    const isFolded = row.isHeading && (headings === 'folded') !== turned.has(row.account);
    foldedAt = isFolded ? row.depth : undefined;
    seen.push({ ...row, isFolded });
  }
  return seen;
}
