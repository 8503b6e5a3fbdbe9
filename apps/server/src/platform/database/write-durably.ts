import { closeSync, fdatasyncSync, openSync, renameSync, writeSync } from 'node:fs';

/** Writes a small file beside its place, has it on the disc, and puts it there: it is the old one or the new one, never half. */
export function writeDurably(path: string, text: string): void {
  const unfinished = `${path}.unfinished`;
  const file = openSync(unfinished, 'w', 0o600);
  try {
    writeSync(file, text);
    fdatasyncSync(file);
  } finally {
    closeSync(file);
  }
  renameSync(unfinished, path);
}
