/**
 * The values that a line names as one cell of a file: `Fund: Roof; Site: Mill`. Marks that part them are written with a
 * stroke before them where they stand in a name.
 *
 * @example writeBreakdowns({Fund: 'Roof', Site: 'Mill'}) // → 'Fund: Roof; Site: Mill'
 */
export function writeBreakdowns(values: Readonly<Record<string, string>> | null): string {
  return Object.entries(values ?? {})
    .map(([name, value]) => `${escaped(name)}: ${escaped(value)}`)
    .join('; ');
}

/** The values of such a cell. @returns undefined for an empty one */
export function readBreakdowns(cell: string | undefined): Record<string, string> | undefined {
  if (!cell?.trim()) return undefined;
  const parts: string[][] = [['']];
  for (const [mark] of cell.matchAll(/\\.|[^\\]|\\$/gs)) {
    const part = parts.at(-1) as string[];
    if (mark === ';') parts.push(['']);
    else if (mark === ':' && part.length === 1) part.push('');
    else part[part.length - 1] += mark.length === 2 ? mark.slice(1) : mark;
  }
  return Object.fromEntries(
    parts.map(([name = '', value = '']) => [name.trim(), value.trim()]).filter(([name]) => name !== ''),
  );
}

function escaped(name: string): string {
  return name.replaceAll(/[\\:;]/g, (mark) => `\\${mark}`);
}
