import { closeSync, fdatasyncSync, fsyncSync, openSync, renameSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';

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
  syncFile(dirname(path));
}

/** Has a file, or the names in a folder, on the disc. */
export function syncFile(path: string): void {
  const file = openSync(path, 'r');
  try {
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
}
