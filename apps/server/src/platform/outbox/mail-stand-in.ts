import { mkdir, open, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { messageOf } from '../problems/message-of.js';
import { passingFile } from '../files/passing-files.js';

/** What became of a message that was handed over: it went out, may go later, or never will. */
export type Delivery = { readonly state: 'sent' } | { readonly state: 'busy' | 'refused'; readonly reason: string };

/** So often a mail server under `busy.test` asks to be tried again before it takes a message. */
const BUSY_TRIES = 2;

/** Where a data folder has the messages that went out. */
export function mailFolder(folder: string): string {
  return join(folder, 'mail');
}

/**
 * Takes messages where a mail server would: each becomes a file in the folder `mail` that any mail program opens and can
 * send on. It fails as mail does. An address under `.invalid` reaches nobody (RFC 6761, 6.4) and is refused for good; one
 * at `busy.test` is asked to come again twice; a folder that cannot be written is tried again.
 *
 * @param name of the file, the same for the same message: handed over twice, it is there once
 * @param tries how often it was tried before
 */
export async function handOver(
  folder: string,
  {
    name,
    to,
    tries,
    bytes,
  }: { readonly name: string; readonly to: string; readonly tries: number; readonly bytes: Buffer },
): Promise<Delivery> {
  const domain = to.slice(to.lastIndexOf('@') + 1).toLowerCase();
  if (domain === 'invalid' || domain.endsWith('.invalid'))
    return { state: 'refused', reason: 'No mail reaches an address under .invalid.' };
  if (domain === 'busy.test' && tries < BUSY_TRIES)
    return { state: 'busy', reason: 'The mail server of busy.test is busy and asks to be tried again.' };
  try {
    await writeWhole(folder, name, bytes);
    return { state: 'sent' };
  } catch (error) {
    return { state: 'busy', reason: `The folder of mail cannot be written: ${messageOf(error)}` };
  }
}

/** Writes a file that stands under its name whole, or not at all. */
async function writeWhole(folder: string, name: string, bytes: Buffer): Promise<void> {
  await mkdir(mailFolder(folder), { recursive: true, mode: 0o700 });
  const passing = passingFile(folder);
  try {
    const file = await open(passing, 'wx', 0o600);
    try {
      await file.writeFile(bytes);
      await file.sync();
    } finally {
      await file.close();
    }
    await rename(passing, join(mailFolder(folder), name));
  } finally {
    await rm(passing, { force: true });
  }
}
