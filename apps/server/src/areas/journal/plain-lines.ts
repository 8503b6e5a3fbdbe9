import { isPlainText } from '@just-ledger/core';
import { unprocessable } from '../../platform/problems/refusal.js';

/** A text of a few lines, without what does not print. @throws {Refusal} 422 where there is none */
export function plainLines(typed: string, path: string, message: string): string {
  const text = typed.trim();
  if (text === '' || !text.split(/\r?\n/).every((line) => line === '' || isPlainText(line, 1000))) {
    throw unprocessable('text', path, message);
  }
  return text;
}
