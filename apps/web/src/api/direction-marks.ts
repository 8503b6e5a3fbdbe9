/** Characters that turn the direction of text (Unicode, UAX #9), by the short names they have there. */
const MARKS: Readonly<Record<string, string>> = {
  '\u061c': 'ALM',
  '\u200e': 'LRM',
  '\u200f': 'RLM',
  '\u202a': 'LRE',
  '\u202b': 'RLE',
  '\u202c': 'PDF',
  '\u202d': 'LRO',
  '\u202e': 'RLO',
  '\u2066': 'LRI',
  '\u2067': 'RLI',
  '\u2068': 'FSI',
  '\u2069': 'PDI',
};

const MARK = /[\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069]/g;
const SHOWN = new Map(Object.entries(MARKS).map(([mark, name]) => [`⟨${name}⟩`, mark]));
const SHOWN_MARK = new RegExp([...SHOWN.keys()].join('|'), 'g');
const SHOWN_IN_ADDRESS = new RegExp([...SHOWN.keys()].map(encodeURIComponent).join('|'), 'g');

/**
 * A text with its direction marks in sight: unseen they turn around what stands beside them, so that an account number or
 * a name reads otherwise than it is.
 *
 * @example withMarksShown('Low\u202eriew') // → 'Low⟨RLO⟩riew'
 */
export function withMarksShown(text: string): string {
  return text.replaceAll(MARK, (mark) => `⟨${MARKS[mark]}⟩`);
}

/** The same text as it is kept, from how it is shown. */
export function withMarksKept(text: string): string {
  return text.replaceAll(SHOWN_MARK, (shown) => SHOWN.get(shown) ?? shown);
}

/** An address that names such a text, with it as it is kept. */
export function addressWithMarks(address: string): string {
  return address.replaceAll(SHOWN_IN_ADDRESS, (shown) =>
    encodeURIComponent(withMarksKept(decodeURIComponent(shown))),
  );
}
