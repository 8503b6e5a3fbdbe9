import type { FoundItem } from './found-items.js';

/** So many are remembered of each person and organisation. */
const MOST = 12;

const placeOf = (person: string, organisation: number): string =>
  `just-ledger.opened-lately ${person} ${organisation}`;

/** What somebody opened lately by finding it, the latest first, as this browser remembers it. */
export function openedLately(person: string, organisation: number): FoundItem[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(placeOf(person, organisation)) ?? '[]');
    return Array.isArray(kept) ? kept.filter(isItem) : [];
  } catch {
    return [];
  }
}

/** Remembers that something was opened: where it is, not what it looked like. */
export function rememberOpened(person: string, organisation: number, item: FoundItem): void {
  const { look: _, figure: __, said: ___, excerpt: ____, ...kept } = item;
  const others = openedLately(person, organisation).filter(({ key }) => key !== item.key);
  try {
    localStorage.setItem(placeOf(person, organisation), JSON.stringify([kept, ...others].slice(0, MOST)));
  } catch {
    // a browser that keeps nothing remembers nothing
  }
}

function isItem(value: unknown): value is FoundItem {
  const texts = new Map<string, unknown>(Object.entries(value ?? {}));
  return ['key', 'label', 'screen', 'code'].every((key) => typeof texts.get(key) === 'string');
}
