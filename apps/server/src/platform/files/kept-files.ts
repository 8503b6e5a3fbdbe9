import { createHash } from 'node:crypto';
import { closeSync, copyFileSync, existsSync, fsyncSync, linkSync, mkdirSync, openSync, readSync } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { receiveFile } from './passing-files.js';

/** A file that is kept: how it is known, how long it is, and its first bytes. */
export interface KeptFile {
  readonly sha256: string;
  readonly bytes: number;
  readonly begin: Uint8Array;
}

/** So many of the first bytes are handed out. */
const BEGIN = 64 * 1024;

/** Where a data folder, or a copy of one, keeps a file of this hash. */
export function keptFilePath(folder: string, sha256: string): string {
  return join(folder, 'papers', sha256.slice(0, 2), sha256);
}

/**
 * Keeps a file under the hash of its bytes, as they come in. When this answers, the bytes and the name they stand under
 * are on the disc: what is written of it later can rely on them. The same bytes are kept once.
 *
 * @param most in bytes
 * @param check looks at it before it is kept; throws for what is not taken
 * @throws {FileTooLongError} if there are more; nothing is kept then
 */
export async function keepFile(
  folder: string,
  source: Readable,
  most: number,
  check: (file: KeptFile) => Promise<void> | void,
): Promise<KeptFile> {
  const hash = createHash('sha256');
  const pieces: Buffer[] = [];
  let begun = 0;
  const { path: incoming, bytes } = await receiveFile(folder, source, most, (piece) => {
    hash.update(piece);
    if (begun < BEGIN) pieces.push(piece.subarray(0, BEGIN - begun));
    begun += piece.length;
  });
  try {
    const kept = { sha256: hash.digest('hex'), bytes, begin: Buffer.concat(pieces) };
    await check(kept);
    const path = keptFilePath(folder, kept.sha256);
    await mkdir(dirname(path), { recursive: true, mode: 0o700 });
    await rename(incoming, path);
    for (const one of [dirname(path), dirname(dirname(path))]) syncFolder(one);
    return kept;
  } finally {
    await rm(incoming, { force: true });
  }
}

/**
 * Puts a kept file into a copy of its folder, by bytes of its own: what becomes of the one says nothing of the other.
 *
 * @param copied an earlier copy; where that has the file, both stand for the same bytes on the disc
 */
export function copyKeptFile(folder: string, into: string, sha256: string, copied?: string): void {
  const to = keptFilePath(into, sha256);
  if (existsSync(to)) return;
  mkdirSync(dirname(to), { recursive: true, mode: 0o700 });
  if (copied === undefined || !isLinked(keptFilePath(copied, sha256), to)) {
    const from = keptFilePath(folder, sha256);
    if (existsSync(from)) copyFileSync(from, to);
  }
  syncFolder(dirname(to));
}

/** Lets two names stand for one file, if it is there and the disc can. */
function isLinked(from: string, to: string): boolean {
  try {
    linkSync(from, to);
    return true;
  } catch {
    return false;
  }
}

/** What is wrong with a kept file; undefined if its bytes are those of its hash. */
export function wrongWithKeptFile(folder: string, sha256: string): 'missing' | 'changed' | undefined {
  const path = keptFilePath(folder, sha256);
  if (!existsSync(path)) return 'missing';
  const file = openSync(path, 'r');
  try {
    const hash = createHash('sha256');
    const piece = Buffer.alloc(1 << 20);
    for (let read = readSync(file, piece); read > 0; read = readSync(file, piece))
      hash.update(piece.subarray(0, read));
    return hash.digest('hex') === sha256 ? undefined : 'changed';
  } finally {
    closeSync(file);
  }
}

function syncFolder(folder: string): void {
  const file = openSync(folder, 'r');
  try {
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
}
