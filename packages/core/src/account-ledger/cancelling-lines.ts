import type { Minor } from '../money/minor.js';
import { documentKey } from '../open-items/open-item.js';

/** A line as it may cancel others of its account; amounts in minor units, debit positive. */
export interface CancellableLine {
  readonly amount: Minor;
  readonly contact?: string | null;
  readonly document?: string | null;
}

/**
 * Which lines of an account cancel each other, so that what is left explains its balance: first the lines of one document
 * of a contact, where they come to zero; then, of what remains, each line with the earliest one before it of the same
 * contact that has just its amount on the other side. Lines that name different documents never cancel.
 *
 * @param lines in the order of date and posting
 * @returns for each line the number of its group, 1 for the first; undefined for what is left. Each group comes to zero
 * @example cancellingLines([{ amount: 500 }, { amount: 300 }, { amount: -500 }]) // → [1, undefined, 1]
 */
export function cancellingLines(lines: readonly CancellableLine[]): (number | undefined)[] {
  const groups: (number | undefined)[] = lines.map(() => undefined);
  let last = 0;
  const cancel = (places: readonly number[]): void => {
    last += 1;
    for (const index of places) groups[index] = last;
  };
  for (const places of byDocument(lines)) {
    const sum = places.reduce((sum, index) => sum + (lines[index]?.amount ?? 0), 0);
    if (places.length > 1 && sum === 0) cancel(places);
  }
  const waiting = new Map<string, number[]>();
  for (const [index, line] of lines.entries()) {
    if (groups[index] !== undefined || line.amount === 0) continue;
    const before = waiting.get(keyOf(line, -line.amount)) ?? [];
    const found = before.findIndex((other) => mayCancel(lines[other], line));
    const [other] = found < 0 ? [] : before.splice(found, 1);
    if (other !== undefined) {
      cancel([other, index]);
      continue;
    }
    const own = keyOf(line, line.amount);
    waiting.set(own, [...(waiting.get(own) ?? []), index]);
  }
  return renumbered(groups);
}

function byDocument(lines: readonly CancellableLine[]): number[][] {
  const found = new Map<string, number[]>();
  for (const [index, { contact, document }] of lines.entries()) {
    if (!document) continue;
    const key = JSON.stringify([contact ?? '', documentKey(document)]);
    found.set(key, [...(found.get(key) ?? []), index]);
  }
  return [...found.values()];
}

function keyOf({ contact }: CancellableLine, amount: number): string {
  return `${amount} ${contact ?? ''}`;
}

function mayCancel(a: CancellableLine | undefined, b: CancellableLine): boolean {
  return !a?.document || !b.document || documentKey(a.document) === documentKey(b.document);
}

/** Groups numbered in the order of their first lines. */
function renumbered(groups: readonly (number | undefined)[]): (number | undefined)[] {
  const numbers = new Map<number, number>();
  for (const group of groups) if (group !== undefined && !numbers.has(group)) numbers.set(group, numbers.size + 1);
  return groups.map((group) => (group === undefined ? undefined : numbers.get(group)));
}
