/** Lines as a journal lists them: debits first, each side in its own order. */
export function debitsFirst<Line extends { readonly credit?: string | null | undefined }>(
  lines: readonly Line[],
): Line[] {
  return [...lines.filter(({ credit }) => !credit), ...lines.filter(({ credit }) => credit)];
}
