import { MOST_PAPER_BYTES, PAPER_TYPES, type PaperType, paperTypeOf } from '@just-ledger/core';
import { fileTypeFromBuffer } from 'file-type';
import type { Readable } from 'node:stream';
import { keepFile } from '../../platform/files/kept-files.js';
import { FileTooLongError } from '../../platform/files/passing-files.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import type { SentPaper } from './attachment-commands.js';

/**
 * Writes a paper to the disc as it comes in, and finds out what it is by what it holds.
 *
 * @throws {Refusal} 422 for what is empty, too long, or no paper; nothing is kept then
 */
export async function receivePaper(folder: string, source: Readable, name: string): Promise<SentPaper> {
  let type: PaperType | undefined;
  try {
    const { sha256, bytes } = await keepFile(folder, source, MOST_PAPER_BYTES, async ({ begin }) => {
      if (begin.length === 0) throw unprocessable('paper-empty', '', `${name} is empty.`);
      type = paperTypeOf((await fileTypeFromBuffer(begin))?.ext, begin, name);
      if (type) return;
      const taken = Object.values(PAPER_TYPES).map((paperType) => paperType.name);
      throw unprocessable(
        'paper-type',
        '',
        `${name} is not a kind of file that is taken as a paper: ${taken.slice(0, -1).join(', ')} or ${taken.at(-1)}.`,
      );
    });
    if (!type) throw new Error('A paper was kept without its type.');
    return { sha256, bytes, type, name: name.trim() };
  } catch (error) {
    if (!(error instanceof FileTooLongError)) throw error;
    throw unprocessable('paper-too-long', '', `${name} is larger than ${MOST_PAPER_BYTES / 1024 / 1024} MB.`);
  }
}
