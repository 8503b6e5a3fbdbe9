/** Lines as a journal lists them: debits first, each side in its own order. */
export function debitsFirst<Line extends { readonly credit?: string | null | undefined }>(
  lines: readonly Line[],
): Line[] {
  return [...lines.filter(({ credit }) => !credit), ...lines.filter(({ credit }) => credit)];
}

/** Lines without the tax that comes by itself with others; where there is nothing else, the tax. */
export function besidesTax<Line extends { readonly taxSide: unknown }>(lines: readonly Line[]): readonly Line[] {
  const own = lines.filter(({ taxSide }) => taxSide === null);
  return own.length > 0 ? own : lines;
}
