import { RequestRefused } from '../../api/request.js';

/** Why a set was refused: by the place of the line in it, and as a whole. */
export interface RefusedLines {
  readonly byLine: ReadonlyMap<number, readonly string[]>;
  readonly general: readonly string[];
}

/** Sorts what a set was refused for by its lines. @example a problem at `entries.2.date` is of the third line */
export function refusedLines(error: Error | null): RefusedLines {
  if (!error) return { byLine: new Map(), general: [] };
  const problems = error instanceof RequestRefused ? error.details.problems : [];
  const placed = problems.map(({ path, message }) => ({
    place: /^(?:entries|drafts)\.(\d+)/.exec(path)?.[1],
    message,
  }));
  const byLine = new Map<number, string[]>();
  for (const { place, message } of placed) {
    if (place !== undefined) byLine.set(Number(place), [...(byLine.get(Number(place)) ?? []), message]);
  }
  const general = placed.flatMap(({ place, message }) => (place === undefined ? [message] : []));
  return { byLine, general: problems.length === 0 ? [error.message] : general };
}
