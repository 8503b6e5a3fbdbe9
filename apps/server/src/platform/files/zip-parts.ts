import { problem } from '@just-ledger/core';
import { promisify } from 'node:util';
import yauzl from 'yauzl';
import { messageOf } from '../problems/message-of.js';
import { Refusal } from '../problems/refusal.js';

/** What a packed file may come to when it is unpacked: in all, and in number. */
export interface ZipLimits {
  readonly bytes: number;
  readonly parts: number;
}

/** What a spreadsheet may come to. */
const WORKBOOK_LIMITS: ZipLimits = { bytes: 256 * 1024 * 1024, parts: 2_000 };

/**
 * Unpacks every part of a ZIP file to nowhere, counting: a small file that becomes a huge one is found out before
 * anything is built from it, whatever sizes it claims.
 *
 * @returns the names of its parts
 * @throws {Refusal} 422 if it is broken, or too large unpacked
 */
export async function unpackedParts(bytes: Uint8Array): Promise<Set<string>> {
  const names = new Set<string>();
  await visit(bytes, WORKBOOK_LIMITS, (name) => void names.add(name));
  return names;
}

/**
 * Unpacks the parts of a ZIP file into memory; nothing is ever written under the names it claims.
 *
 * @param accept called with each name before its part is unpacked; throws for one that does not belong there
 * @throws {Refusal} 422 if it is broken, too large unpacked, or a name leads out of it
 */
export async function unpackParts(
  bytes: Uint8Array,
  limits: ZipLimits,
  accept: (name: string) => void,
): Promise<Map<string, Buffer>> {
  const chunks = new Map<string, Buffer[]>();
  await visit(
    bytes,
    limits,
    (name) => {
      accept(name);
      chunks.set(name, []);
    },
    (name, chunk) => void chunks.get(name)?.push(chunk),
  );
  return new Map([...chunks].map(([name, parts]) => [name, Buffer.concat(parts)]));
}

const open = promisify<Buffer, yauzl.Options & { validateEntrySizes: boolean }, yauzl.ZipFile>(yauzl.fromBuffer);

async function visit(
  bytes: Uint8Array,
  limits: ZipLimits,
  onName: (name: string) => void,
  onChunk?: (name: string, chunk: Buffer) => void,
): Promise<void> {
  try {
    const zip = await open(Buffer.from(bytes), { lazyEntries: true, validateEntrySizes: true });
    await eachPart(zip, limits, onName, onChunk);
  } catch (error) {
    if (error instanceof Refusal) throw error;
    if (/relative path|absolute path|characters in fileName/.test(messageOf(error))) {
      throw new Refusal(422, [
        problem('zip-path', '', 'A name in this packed file leads out of it. It is not read.'),
      ]);
    }
    const message = 'This packed file cannot be opened; it may be broken or cut off.';
    throw new Refusal(422, [problem('zip-broken', '', message)]);
  }
}

function eachPart(
  zip: yauzl.ZipFile,
  limits: ZipLimits,
  onName: (name: string) => void,
  onChunk?: (name: string, chunk: Buffer) => void,
): Promise<void> {
  let [parts, weighed] = [0, 0];
  const tooLarge = (): Refusal =>
    new Refusal(422, [
      problem(
        'unpacks-too-large',
        '',
        `Unpacked, this file would be larger than ${limits.bytes / 1024 / 1024} MB. It is not read.`,
      ),
    ]);
  return new Promise((resolve, reject) => {
    zip.on('error', reject);
    zip.on('end', () => resolve());
    zip.on('entry', (entry: yauzl.Entry) => {
      parts += 1;
      if (parts > limits.parts || weighed + entry.uncompressedSize > limits.bytes) return reject(tooLarge());
      try {
        onName(entry.fileName);
      } catch (error) {
        return reject(error);
      }
      if (entry.fileName.endsWith('/')) return zip.readEntry();
      zip.openReadStream(entry, (error, part) => {
        if (error) return reject(error);
        part.on('error', reject);
        part.on('end', () => zip.readEntry());
        part.on('data', (chunk: Buffer) => {
          weighed += chunk.length;
          if (weighed <= limits.bytes) return onChunk?.(entry.fileName, chunk);
          part.destroy();
          reject(tooLarge());
        });
      });
    });
    zip.readEntry();
  });
}
