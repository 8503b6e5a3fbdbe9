import { sealInput } from '@just-ledger/core';
import { hash } from 'node:crypto';

/** The seal of a record that follows another, over its content: SHA-256 in lower-case hexadecimal. */
export function sealAfter(previousSeal: string, content: string): string {
  return hash('sha256', sealInput(previousSeal, content));
}
