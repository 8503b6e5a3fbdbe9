/** How large a file is, as people read it. @example paperSize(1_234_567) // → '1.2 MB' */
export function paperSize(bytes: number): string {
  if (bytes < 1_000) return `${bytes} bytes`;
  return bytes < 1_000_000 ? `${Math.round(bytes / 1_000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}

/** How many papers there are. @example countedPapers(1) // → '1 paper' */
export function countedPapers(papers: number): string {
  return papers === 1 ? '1 paper' : `${papers.toLocaleString('en')} papers`;
}
