/** The seal that the first record of a chain follows: 64 zeros. */
export const FIRST_PREVIOUS_SEAL = '0'.repeat(64);

/** The text whose SHA-256, in lower-case hexadecimal, is a record's seal: the seal before it, a line feed, its content. */
export function sealInput(previousSeal: string, content: string): string {
  return `${previousSeal}\n${content}`;
}
