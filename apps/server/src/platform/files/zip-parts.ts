import { problem } from '@just-ledger/core';
import type { Readable } from 'node:stream';
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
 * Unpacks every part of a workbook, counting: a small file that becomes a huge one is found out before anything is built
 * from it, whatever sizes it claims. Nothing is written anywhere.
 *
 * @param isWanted which parts are kept
 * @returns every part by its name, in the order of the file, with its bytes where they are kept
 * @throws {Refusal} 422 if it is broken, or too large unpacked
 */
export async function workbookParts(
  bytes: Uint8Array,
  isWanted: (name: string) => boolean,
): Promise<Map<string, Buffer | undefined>> {
  const chunks = new Map<string, Buffer[] | undefined>();
  await visit(bytes, WORKBOOK_LIMITS, (name) => {
    const own: Buffer[] | undefined = isWanted(name) ? [] : undefined;
    chunks.set(name, own);
    return { take: (chunk) => void own?.push(chunk) };
  });
  return new Map([...chunks].map(([name, parts]) => [name, parts && Buffer.concat(parts)]));
}

/** What takes the bytes of a part as they are unpacked. */
export type PartTaker = (chunk: Buffer) => void;

/**
 * Unpacks the parts of a ZIP file into memory; nothing is ever written under the names it claims.
 *
 * @param path of the file
 * @param accept called with each name before its part is unpacked; throws for one that does not belong there. It may
 *   give what takes the part instead: such a part has to stand in the file as it is, so that it comes to no more than that
 * @throws {Refusal} 422 if it is broken, too large unpacked, or a name leads out of it
 */
export async function unpackParts(
  path: string,
  limits: ZipLimits,
  accept: (name: string) => PartTaker | undefined,
): Promise<Map<string, Buffer>> {
  const chunks = new Map<string, Buffer[]>();
  await visit(path, limits, (name) => {
    const taker = accept(name);
    if (taker) return { take: taker, isUnpacked: true };
    const own: Buffer[] = [];
    chunks.set(name, own);
    return { take: (chunk) => void own.push(chunk) };
  });
  return new Map([...chunks].map(([name, parts]) => [name, Buffer.concat(parts)]));
}

/**
 * Hands on the parts of a ZIP file one after the other, each as it is read.
 *
 * @param take gives what to do with a part of this name; nothing for one that is passed over
 */
export async function readParts(
  path: string,
  take: (name: string) => ((part: Readable) => Promise<unknown>) | undefined,
): Promise<void> {
  const zip = await openFile(path, { lazyEntries: true, validateEntrySizes: true });
  await new Promise<void>((resolve, reject) => {
    zip.on('error', reject);
    zip.on('end', () => resolve());
    zip.on('entry', (entry: yauzl.Entry) => {
      const work = take(entry.fileName);
      if (!work) return zip.readEntry();
      zip.openReadStream(entry, (error, part) => {
        if (error) return reject(error);
        work(part).then(() => zip.readEntry(), reject);
      });
    });
    zip.readEntry();
  });
}

type Opening = yauzl.Options & { validateEntrySizes: boolean };

const openBytes = promisify<Buffer, Opening, yauzl.ZipFile>(yauzl.fromBuffer);
const openFile = promisify<string, Opening, yauzl.ZipFile>(yauzl.open);

/** What becomes of a part. */
interface PartUse {
  readonly take: PartTaker;
  /** Whether it has to stand in the file as it is; it does not count towards what is unpacked then. */
  readonly isUnpacked?: boolean;
}

async function visit(
  source: Uint8Array | string,
  limits: ZipLimits,
  onName: (name: string) => PartUse,
): Promise<void> {
  try {
    const how = { lazyEntries: true, validateEntrySizes: true };
    const zip = await (typeof source === 'string' ? openFile(source, how) : openBytes(Buffer.from(source), how));
    await eachPart(zip, limits, onName);
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

function eachPart(zip: yauzl.ZipFile, limits: ZipLimits, onName: (name: string) => PartUse): Promise<void> {
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
      let use: PartUse;
      try {
        use = onName(entry.fileName);
      } catch (error) {
        return reject(error);
      }
      const isCounted = !(use.isUnpacked && entry.compressionMethod === 0);
      if (parts > limits.parts || (isCounted && weighed + entry.uncompressedSize > limits.bytes)) {
        return reject(tooLarge());
      }
      if (entry.fileName.endsWith('/')) return zip.readEntry();
      zip.openReadStream(entry, (error, part) => {
        if (error) return reject(error);
        part.on('error', reject);
        part.on('end', () => zip.readEntry());
        part.on('data', (chunk: Buffer) => {
          if (isCounted) weighed += chunk.length;
          if (weighed <= limits.bytes) return use.take(chunk);
          part.destroy();
          reject(tooLarge());
        });
      });
    });
    zip.readEntry();
  });
}
