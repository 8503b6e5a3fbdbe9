import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { createHash } from 'node:crypto';
import { closeSync, fsyncSync, openSync, rmSync, writeFileSync } from 'node:fs';
import { unprocessable } from '../problems/refusal.js';
import { passingFile } from './passing-files.js';

/** What a ZIP file holds without the extension for larger ones, in bytes. */
const MOST_BYTES = 2 ** 32 - 1;

/** So much text is compressed at a time. */
const CHUNK = 1 << 20;

/** A ZIP file that is on its way out: whoever asked for it moves or removes it. */
export interface WrittenZip {
  readonly path: string;
  readonly bytes: number;
}

/** A part of a ZIP file: how many lines it has, and the SHA-256 of its bytes. */
export interface ZipPart {
  readonly records: number;
  readonly sha256: string;
}

/** Writes a ZIP file into a data folder, part by part, so that a large one needs little memory. */
export class ZipWriter {
  private readonly path: string;
  private readonly file: number;
  private readonly zip: Zip;
  private bytes = 0;

  /**
   * @param at UTC moment that its parts are of
   * @param what it is, to begin a sentence with, for one that grows larger than a ZIP file can
   */
  constructor(
    folder: string,
    private readonly at: string,
    what: string,
  ) {
    this.path = passingFile(folder);
    this.file = openSync(this.path, 'wx', 0o600);
    this.zip = new Zip((error, piece) => {
      if (error) throw error;
      this.bytes += piece.length;
      if (this.bytes > MOST_BYTES) throw unprocessable('archive-too-large', '', `${what} holds up to 4 GB.`);
      writeFileSync(this.file, piece); // all of it, from where the last ended
    });
  }

  /** Adds lines, each ended by a line feed. */
  addLines(name: string, lines: Iterable<string>): ZipPart {
    const part = this.begin(new ZipDeflate(name, { level: 6 }), this.at);
    const hash = createHash('sha256');
    let [records, waiting] = [0, ''];
    const push = (isLast: boolean): void => {
      const bytes = new TextEncoder().encode(waiting);
      hash.update(bytes);
      part.push(bytes, isLast);
      waiting = '';
    };
    for (const line of lines) {
      records += 1;
      waiting += `${line}\n`;
      if (waiting.length > CHUNK) push(false);
    }
    push(true);
    return { records, sha256: hash.digest('hex') };
  }

  /** Adds a text as it is. */
  addText(name: string, text: string): ZipPart {
    return this.add(new ZipDeflate(name, { level: 6 }), new TextEncoder().encode(text), this.at);
  }

  /** Adds what is packed already as it is. @param moment UTC moment that it is of */
  addPacked(name: string, bytes: Uint8Array, moment = this.at): ZipPart {
    return this.add(new ZipPassThrough(name), bytes, moment);
  }

  /** Ends the file, which is on the disc then. */
  end(): WrittenZip {
    this.zip.end();
    fsyncSync(this.file);
    closeSync(this.file);
    return { path: this.path, bytes: this.bytes };
  }

  /** Gives the file up: nothing is left of it. */
  giveUp(): void {
    closeSync(this.file);
    rmSync(this.path, { force: true });
  }

  private add(part: ZipDeflate | ZipPassThrough, bytes: Uint8Array, moment: string): ZipPart {
    this.begin(part, moment).push(bytes, true);
    return { records: 1, sha256: createHash('sha256').update(bytes).digest('hex') };
  }

  private begin<Part extends ZipDeflate | ZipPassThrough>(part: Part, moment: string): Part {
    part.mtime = moment;
    this.zip.add(part);
    return part;
  }
}
