import { Decrypter, Encrypter, generateIdentity, identityToRecipient } from 'age-encryption';
import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { basename, dirname, join, relative } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { syncFile } from '../../platform/database/write-durably.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { problem } from '@just-ledger/core';

/** What the name of an encrypted backup ends with. */
const ENCRYPTED = '.encrypted';

/** The file of a backup that its passphrase opens: the key of all others. */
const KEY = 'key.age';

/** A passphrase has so many characters at least: whoever has the file may guess for years. */
const LEAST = 12;

/** Whether a folder is an encrypted backup. */
export function isEncrypted(backup: string): boolean {
  return existsSync(join(backup, KEY));
}

/** Why a passphrase cannot guard a backup; undefined for one that can. */
export function wrongWithPassphrase(passphrase: string): string | undefined {
  return passphrase.length < LEAST
    ? `The passphrase has ${LEAST} characters at least; some words in a row are good.`
    : undefined;
}

/**
 * Encrypts a backup (age, age-encryption.org/v1): each file by itself for a key made for this backup, the key by the
 * passphrase. Other programs that know the format open it, too. Only what was decrypted again and is the same gets its name.
 *
 * @param backup the folder that is encrypted; it stays as it is
 * @param into where the encrypted folder goes
 * @returns the encrypted folder
 */
export async function encryptBackup(backup: string, into: string, passphrase: string): Promise<string> {
  const name = `${basename(backup)}${ENCRYPTED}`;
  const unfinished = join(into, `${name}.unfinished`);
  mkdirSync(unfinished, { recursive: true, mode: 0o700 });
  const identity = await generateIdentity();
  const guard = new Encrypter();
  guard.setPassphrase(passphrase);
  await writeFile(join(unfinished, KEY), await guard.encrypt(identity), { mode: 0o600, flag: 'wx' });
  const encrypter = new Encrypter();
  encrypter.addRecipient(await identityToRecipient(identity));
  const opener = await openerOf(unfinished, passphrase);
  for (const file of filesOf(backup)) {
    const [from, to] = [join(backup, file), join(unfinished, `${file}.age`)];
    mkdirSync(dirname(to), { recursive: true, mode: 0o700 });
    await written(await encrypter.encrypt(webStreamOf(from)), to);
    if ((await hashOf(await opener.decrypt(webStreamOf(to)))) !== (await hashOf(webStreamOf(from)))) {
      throw new Error(`${to} is not what was encrypted. The backup was not finished.`);
    }
  }
  const finished = join(into, name);
  renameSync(unfinished, finished);
  syncFile(into);
  return finished;
}

/**
 * Decrypts a backup.
 *
 * @param into a folder that is made for it; it is removed if the passphrase is another, or a file was changed
 * @throws {Refusal} 422 if the passphrase does not open it, or a file was changed
 */
export async function decryptBackup(backup: string, into: string, passphrase: string): Promise<void> {
  mkdirSync(into, { mode: 0o700 });
  try {
    const opener = await openerOf(backup, passphrase);
    for (const file of filesOf(backup).filter((name) => name !== KEY)) {
      const to = join(into, file.replace(/\.age$/, ''));
      mkdirSync(dirname(to), { recursive: true, mode: 0o700 });
      try {
        await written(await opener.decrypt(webStreamOf(join(backup, file))), to);
      } catch {
        throw refused(`${join(backup, file)} was changed, or is not whole.`);
      }
    }
  } catch (error) {
    rmSync(into, { recursive: true, force: true });
    throw error;
  }
}

async function openerOf(backup: string, passphrase: string): Promise<Decrypter> {
  const guard = new Decrypter();
  guard.addPassphrase(passphrase);
  const opener = new Decrypter();
  try {
    opener.addIdentity(await guard.decrypt(await readFile(join(backup, KEY)), 'text'));
  } catch {
    throw refused('The passphrase does not open this backup.');
  }
  return opener;
}

function refused(message: string): Refusal {
  return new Refusal(422, [problem('backup-encrypted', '', message)]);
}

/** All files of a folder, by their paths in it. */
function filesOf(folder: string): string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => relative(folder, join(entry.parentPath, entry.name)))
    .sort();
}

function webStreamOf(path: string): ReadableStream<Uint8Array> {
  return Readable.toWeb(createReadStream(path)) as ReadableStream<Uint8Array>;
}

/** What a stream gives, piece by piece. Its source is let go of also where whoever reads it gives up. */
async function* piecesOf(stream: ReadableStream<Uint8Array>): AsyncGenerator<Uint8Array> {
  const reader = stream.getReader();
  try {
    for (let next = await reader.read(); !next.done; next = await reader.read()) yield next.value;
  } finally {
    await reader.cancel();
  }
}

async function written(stream: ReadableStream<Uint8Array>, path: string): Promise<void> {
  await pipeline(piecesOf(stream), createWriteStream(path, { mode: 0o600, flags: 'wx' }));
  syncFile(path);
}

async function hashOf(stream: ReadableStream<Uint8Array>): Promise<string> {
  const hash = createHash('sha256');
  for await (const piece of piecesOf(stream)) hash.update(piece);
  return hash.digest('hex');
}
