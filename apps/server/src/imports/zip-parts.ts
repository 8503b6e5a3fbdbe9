import { problem } from '@just-ledger/core';
import { promisify } from 'node:util';
import { Refusal } from '../problems/refusal.js';
import yauzl from 'yauzl';

/** What a packed file may come to when it is unpacked: in all, and against its own size. */
const MOST_BYTES = 256 * 1024 * 1024;
const MOST_PARTS = 2_000;

/**
 * Unpacks every part of a ZIP file to nowhere, counting: a small file that becomes a huge one is found out before
 * anything is built from it, whatever sizes it claims.
 *
 * @returns the names of its parts
 * @throws {Refusal} 422 if it is broken, or too large unpacked
 */
export async function unpackedParts(bytes: Uint8Array): Promise<Set<string>> {
  try {
    return await weigh(await open(Buffer.from(bytes), { lazyEntries: true, validateEntrySizes: true }));
  } catch (error) {
    if (error instanceof Refusal) throw error;
    const message = 'This packed file cannot be opened; it may be broken or cut off.';
    throw new Refusal(422, [problem('zip-broken', '', message)]);
  }
}

const open = promisify<Buffer, yauzl.Options & { validateEntrySizes: boolean }, yauzl.ZipFile>(yauzl.fromBuffer);

function weigh(zip: yauzl.ZipFile): Promise<Set<string>> {
  const names = new Set<string>();
  let weighed = 0;
  return new Promise((resolve, reject) => {
    zip.on('error', reject);
    zip.on('end', () => resolve(names));
    zip.on('entry', (entry: yauzl.Entry) => {
      names.add(entry.fileName);
      if (names.size > MOST_PARTS || weighed + entry.uncompressedSize > MOST_BYTES) return reject(tooLarge());
      if (entry.fileName.endsWith('/')) return zip.readEntry();
      zip.openReadStream(entry, (error, part) => {
        if (error) return reject(error);
        part.on('error', reject);
        part.on('end', () => zip.readEntry());
        part.on('data', (chunk: Buffer) => {
          weighed += chunk.length;
          if (weighed <= MOST_BYTES) return;
          part.destroy();
          reject(tooLarge());
        });
      });
    });
    zip.readEntry();
  });
}

function tooLarge(): Refusal {
  return new Refusal(422, [
    problem('unpacks-too-large', '', 'Unpacked, this file would be larger than 256 MB. It is not read.'),
  ]);
}
