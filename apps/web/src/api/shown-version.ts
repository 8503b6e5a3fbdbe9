import { versionOf } from '@just-ledger/core';
import { withMarksKept } from './direction-marks.js';

/** The version of texts by name, as the server has it of how they are kept. */
export function shownVersion(texts: Readonly<Record<string, string>>): number {
  const kept = Object.entries(texts).map(([key, text]) => [withMarksKept(key), withMarksKept(text)] as const);
  return versionOf(Object.fromEntries(kept));
}
