import { createHash } from 'node:crypto';

/** What is stamped of a chain: how many entries there were, and the seal of the last. */
export interface StampedEnd {
  readonly entries: number;
  readonly seal: string;
}

/**
 * The text that a time stamp is of: as a seal is written on paper, the whole of it.
 *
 * @example stampedText({entries: 812, seal: '3fa2…'}) // → '812:3fa2…'
 */
export function stampedText({ entries, seal }: StampedEnd): string {
  return `${entries}:${seal}`;
}

/** Its SHA-256, which is all that an authority is told. */
export function stampedDigest(end: StampedEnd): Buffer {
  return createHash('sha256').update(stampedText(end)).digest();
}
