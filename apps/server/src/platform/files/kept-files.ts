import { createHash } from 'node:crypto';
import { closeSync, existsSync, openSync, readSync } from 'node:fs';
import { copyFile, link, mkdir, open, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { passingFile, receiveFile } from './passing-files.js';

/** A file that is kept: how it is known, how long it is, and its first bytes. */
export interface KeptFile {
  readonly sha256: string;
  readonly bytes: number;
  readonly begin: Uint8Array;
}

/** So many of the first bytes are handed out. */
const BEGIN = 64 * 1024;

/** Where a data folder, or a copy of one, keeps files. */
export function keptFilesFolder(folder: string): string {
  return join(folder, 'papers');
}

/** Where it keeps one of this hash. */
export function keptFilePath(folder: string, sha256: string): string {
  return join(keptFilesFolder(folder), sha256.slice(0, 2), sha256);
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
    for (const folder of [dirname(path), dirname(dirname(path))]) await syncFile(folder);
    return kept;
  } finally {
    await rm(incoming, { force: true });
  }
}

/**
 * Puts a kept file into a copy of its folder, by bytes of its own: what becomes of the one says nothing of the other. One
 * that is there and sound stays; one that is not is put right.
 *
 * @param copied an earlier copy; where that has the file, both stand for the same bytes on the disc
 */
export async function copyKeptFile(folder: string, into: string, sha256: string, copied?: string): Promise<void> {
  const [from, to] = [keptFilePath(folder, sha256), keptFilePath(into, sha256)];
  if (!existsSync(from) || wrongWithKeptFile(into, sha256) === undefined) return;
  await mkdir(dirname(to), { recursive: true, mode: 0o700 });
  if (copied === undefined || !(await isLinked(keptFilePath(copied, sha256), to))) {
    // under its name it stands whole or not at all
    const passing = passingFile(into);
    await copyFile(from, passing);
    await syncFile(passing);
    await rename(passing, to);
  }
  await syncFile(dirname(to));
}

/** Lets two names stand for one file, if it is there and the disc can. */
async function isLinked(from: string, to: string): Promise<boolean> {
  try {
    await link(from, to);
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

/** Sees to it that a file, or the names in a folder, are on the disc. */
async function syncFile(path: string): Promise<void> {
  const file = await open(path, 'r');
  try {
    await file.sync();
  } finally {
    await file.close();
  }
}
