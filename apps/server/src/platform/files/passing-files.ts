import { problem } from '@just-ledger/core';
import { randomUUID } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { open, rm } from 'node:fs/promises';
import { IncomingMessage } from 'node:http';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { Refusal } from '../problems/refusal.js';

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
    // a sender whose connection breaks would never hear what is wrong
    for await (const part of source.iterator({ destroyOnReturn: false })) {
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

/** What a route takes as it comes in: how it is sent, and how long it may be. */
export interface FileBody {
  readonly type: 'text/csv' | 'application/octet-stream';
  /** In bytes. */
  readonly most: number;
}

/** A table as somebody has it. */
export const TABLE_BODY: FileBody = { type: 'application/octet-stream', most: 32 * 1024 ** 2 };

/** A CSV file in our columns. */
export const CSV_BODY: FileBody = { type: 'text/csv', most: 64 * 1024 ** 2 };

/**
 * Writes the file that a request brings to the disc as it comes in.
 *
 * @returns where it is: whoever reads it takes it away
 * @throws {Refusal} 415 if the request brings something else, 413 if it is longer than it may be
 */
export async function receiveBody(folder: string, body: unknown, { type, most }: FileBody): Promise<string> {
  if (!(body instanceof IncomingMessage)) throw otherBody(type);
  const message = `A file sent here has up to ${(most / 1024 ** 2).toLocaleString('en')} MB.`;
  const tooLong = new Refusal(413, [problem('too-large', '', message)]);
  if (Number(body.headers['content-length'] ?? 0) > most) throw tooLong;
  try {
    return (await receiveFile(folder, body, most)).path;
  } catch (error) {
    if (!(error instanceof FileTooLongError)) throw error;
    body.resume(); // the rest is heard and forgotten
    throw tooLong;
  }
}

/** The request has no file, or one of another kind. */
export function otherBody(type: FileBody['type'] | 'application/json'): Refusal {
  return new Refusal(415, [OTHER_BODIES[type]]);
}

const OTHER_BODIES = {
  'text/csv': problem('csv-expected', '', 'Send the file as text/csv in UTF-8.'),
  'application/octet-stream': problem('file-expected', '', 'Send the file as application/octet-stream.'),
  'application/json': problem('json-expected', '', 'Send the request as application/json.'),
} as const;

/** The bytes of a file on its way, which it takes away. */
export function takePassingFile(path: string): Buffer {
  try {
    return readFileSync(path);
  } finally {
    rmSync(path, { force: true });
  }
}
