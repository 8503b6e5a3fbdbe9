// eslint-disable-next-line no-control-regex -- all of ASCII
const ASCII = /^[\x00-\x7f]*$/;

/**
 * A text as a search compares it: without case, accents and the forms of letters.
 *
 * @example folded('Rückzahlung ﬁx') // → 'ruckzahlung fix'
 */
export function folded(text: string): string {
  // most texts are plain, and looked at much sooner than taken apart
  if (ASCII.test(text)) return text.toLowerCase();
  return text
    .normalize('NFKD')
    .replaceAll(/\p{M}+/gu, '')
    .toLowerCase();
}
