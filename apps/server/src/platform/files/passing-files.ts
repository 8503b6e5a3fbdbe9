import { randomUUID } from 'node:crypto';
import { mkdirSync, rmSync } from 'node:fs';
import { open, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';

/** A file is longer than is taken. */
export class FileTooLongError extends Error {}

/** Where a data folder has files that are on their way in or out. */
function passingFolder(folder: string): string {
  return join(folder, 'passing');
}

/** A name of its own for a file on its way, in the data folder: from there it can be moved to where it stays. */
export function passingFile(folder: string): string {
  mkdirSync(passingFolder(folder), { recursive: true, mode: 0o700 });
  return join(passingFolder(folder), randomUUID());
}

/** Removes what was on its way when a server ended: nobody was told that it is there. */
export function clearPassingFiles(folder: string): void {
  rmSync(passingFolder(folder), { recursive: true, force: true });
}

/**
 * Writes a file to the disc as it comes in.
 *
 * @param most in bytes
 * @param look is given each piece; what it throws ends it
 * @returns where it is, synced
 * @throws {FileTooLongError} if there are more bytes; nothing is left of it then
 */
export async function receiveFile(
  folder: string,
  source: Readable,
  most: number,
  look: (piece: Buffer) => void = () => undefined,
): Promise<{ readonly path: string; readonly bytes: number }> {
  const path = passingFile(folder);
  const file = await open(path, 'wx', 0o600);
  let bytes = 0;
  try {
    for await (const part of source) {
      const piece: Buffer = part;
      bytes += piece.length;
      if (bytes > most) throw new FileTooLongError(`more than ${most} bytes`);
      look(piece);
      await file.appendFile(piece); // all of it, where write may take less
    }
    await file.sync();
    return { path, bytes };
  } catch (error) {
    await rm(path, { force: true });
    throw error;
  } finally {
    await file.close();
  }
}
