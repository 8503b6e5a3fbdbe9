import { isKeyOf } from '../keyed/keyed.js';

/** How a paper is shown beside its entry: page by page, as an image, as plain text, or not here. */
export type PaperView = 'pages' | 'image' | 'text' | 'none';

/** The kinds of files that are taken as papers, by the ending they usually have. */
export const PAPER_TYPES = {
  pdf: { name: 'PDF', mediaType: 'application/pdf', view: 'pages' },
  png: { name: 'PNG', mediaType: 'image/png', view: 'image' },
  jpg: { name: 'JPEG', mediaType: 'image/jpeg', view: 'image' },
  webp: { name: 'WebP', mediaType: 'image/webp', view: 'image' },
  heic: { name: 'HEIC', mediaType: 'image/heic', view: 'none' },
  xlsx: {
    name: 'XLSX',
    mediaType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    view: 'none',
  },
  csv: { name: 'CSV', mediaType: 'text/plain; charset=utf-8', view: 'text' },
  eml: { name: 'EML', mediaType: 'text/plain; charset=utf-8', view: 'text' },
  txt: { name: 'TXT', mediaType: 'text/plain; charset=utf-8', view: 'text' },
} as const satisfies Record<string, { name: string; mediaType: string; view: PaperView }>;

/** A key of {@link PAPER_TYPES}. */
export type PaperType = keyof typeof PAPER_TYPES;

/** The keys of {@link PAPER_TYPES}. */
export const PAPER_TYPE_KEYS = Object.keys(PAPER_TYPES) as [PaperType, ...PaperType[]];

/** The most that one paper may come to, in bytes: 20 MB. */
export const MOST_PAPER_BYTES = 20 * 1024 * 1024;

/**
 * What kind of paper a file is. Its content decides; its name only tells kinds of text apart.
 *
 * @param found the ending that its first bytes stand for, if they are those of a known kind
 * @param begin its first bytes
 * @param name as it was called where it came from
 * @returns undefined for what is not taken
 * @example paperTypeOf(undefined, new TextEncoder().encode('date,amount'), 'bank.csv') // → 'csv'
 */
export function paperTypeOf(found: string | undefined, begin: Uint8Array, name: string): PaperType | undefined {
  if (found !== undefined) {
    if (found === 'heif') return 'heic';
    return isKeyOf(PAPER_TYPES, found) && PAPER_TYPES[found].view !== 'text' ? found : undefined;
  }
  if (!isText(begin)) return undefined;
  const ending = /\.(\w+)$/.exec(name)?.[1]?.toLowerCase();
  return ending === 'csv' || ending === 'eml' ? ending : 'txt';
}

/** Text has no zeros and no control characters but those of lines and columns. */
function isText(begin: Uint8Array): boolean {
  return begin.length > 0 && begin.every((byte) => byte >= 0x20 || (byte >= 0x09 && byte <= 0x0d) || byte === 0x1b);
}
