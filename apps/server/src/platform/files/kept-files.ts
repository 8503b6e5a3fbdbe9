import { createHash, randomUUID } from 'node:crypto';
import {
  closeSync,
  copyFileSync,
  existsSync,
  fsyncSync,
  linkSync,
  mkdirSync,
  openSync,
  readSync,
  rmSync,
} from 'node:fs';
import { mkdir, open, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';

/** A file that is kept: how it is known, how long it is, and its first bytes. */
export interface KeptFile {
  readonly sha256: string;
  readonly bytes: number;
  readonly begin: Uint8Array;
}

/** A file is longer than is taken. */
export class FileTooLongError extends Error {}

/** So many of the first bytes are handed out. */
const BEGIN = 64 * 1024;

/** Where a data folder, or a copy of one, keeps a file of this hash. */
export function keptFilePath(folder: string, sha256: string): string {
  return join(folder, 'papers', sha256.slice(0, 2), sha256);
}

function incomingFolder(folder: string): string {
  return join(folder, 'papers', 'incoming');
}

/** Removes what was on its way when a server ended: nobody was told that it was kept. */
export function clearIncoming(folder: string): void {
  rmSync(incomingFolder(folder), { recursive: true, force: true });
}

/**
 * Keeps a file under the hash of its bytes, as they come in. When this answers, the bytes and the name they stand under
 * are on the disc: what is written of it later can rely on them. The same bytes are kept once.
 *
 * @param most in bytes
 * @param check looks at the first bytes before anything is kept; throws for what is not taken
 * @throws {FileTooLongError} if there are more; nothing is kept then
 */
export async function keepFile(
  folder: string,
  source: Readable,
  most: number,
  check: (begin: Uint8Array) => Promise<void>,
): Promise<KeptFile> {
  await mkdir(incomingFolder(folder), { recursive: true, mode: 0o700 });
  const incoming = join(incomingFolder(folder), randomUUID());
  const file = await open(incoming, 'wx', 0o600);
  const hash = createHash('sha256');
  const begin: Buffer[] = [];
  let [bytes, begun] = [0, 0];
  try {
    for await (const chunk of source as AsyncIterable<Buffer>) {
      bytes += chunk.length;
      if (bytes > most) throw new FileTooLongError(`more than ${most} bytes`);
      if (begun < BEGIN) {
        begin.push(chunk.subarray(0, BEGIN - begun));
        begun += chunk.length;
      }
      hash.update(chunk);
      await file.write(chunk);
    }
    const kept = { sha256: hash.digest('hex'), bytes, begin: Buffer.concat(begin) };
    await check(kept.begin);
    await file.sync();
    const path = keptFilePath(folder, kept.sha256);
    await mkdir(dirname(path), { recursive: true, mode: 0o700 });
    await rename(incoming, path);
    for (const one of [dirname(path), dirname(dirname(path))]) syncFolder(one);
    return kept;
  } finally {
    await file.close();
    await rm(incoming, { force: true });
  }
}

/** Keeps bytes whose hash is known to be this. */
export function keepBytes(folder: string, sha256: string, bytes: Uint8Array): Promise<KeptFile> {
  return keepFile(folder, Readable.from([Buffer.from(bytes)]), bytes.length, async (): Promise<void> => {
    if (createHash('sha256').update(bytes).digest('hex') !== sha256)
      throw new Error('These bytes have another hash.');
  });
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
