import type { EntriesImportResponse } from '@just-ledger/contract';
import { problem } from '@just-ledger/core';
import { type BeforeApplicationShutdown, Injectable } from '@nestjs/common';
import { LooksByItself } from '../../platform/jobs/look-by-itself.js';
import type { Progress } from '../../platform/jobs/progress.js';
import { messageOf } from '../../platform/problems/message-of.js';
import { changedSince, Refusal } from '../../platform/problems/refusal.js';
import { codeOf, isDiscFull, isNotWritable } from '../../platform/problems/told-error.js';
import { Importer, Reader, Writer } from '../../platform/threads/threads.module.js';
import type { Posting } from './entry-commands.js';
import {
  beginEntryFile,
  dropUnkeptEntryFiles,
  endEntryFile,
  entryFileMark,
  giveUpEntryFile,
  keepEntryTurn,
  postEntryTurn,
} from './entry-file-commands.js';
import { organisationsWithEntryFile } from './entry-file-store.js';
import { entryTurn, forgetEntryTurns, type LaidOutFile } from './entry-turns.js';

/** So often a file is checked anew because the set-up was changed meanwhile. */
const MOST_CHECKS = 3;

/** A file of entries, or of contacts, on its way into the books. */
export interface EntryFileToPost extends Posting {
  /** What it is laid out under in the thread of files. */
  readonly id: string;
  readonly sha256: string;
  /** Checks it beside the writer and lays it out. @throws {Refusal} 422 with every problem */
  readonly layOut: () => Promise<LaidOutFile>;
  /** Asked between two steps until the first turn is posted; throws if it is given up. */
  readonly checkPoint?: Progress['at'];
  /** Told how many of its entries are posted. */
  readonly onPosted?: (posted: number, entries: number) => void;
}

/**
 * Takes files of entries and of contacts in in turns, so that others post between two of them. All of a file is taken in,
 * or nothing: it is
 * checked as a whole beforehand, nothing changes meanwhile that it was checked against, and from the first turn on it is
 * gone on with, at the latest before the next start is ready.
 */
@Injectable()
export class EntryFiles extends LooksByItself implements BeforeApplicationShutdown {
  /** How many files are on their way because somebody sent them just now. */
  private sent = 0;
  private isEnding = false;

  constructor(
    private readonly writer: Writer,
    private readonly importer: Importer,
    private readonly reader: Reader,
  ) {
    super('files of entries');
  }

  beforeApplicationShutdown(): void {
    this.isEnding = true;
  }

  /** Posts a file, or gives the first answer again where its request was answered before. @throws {Refusal} */
  async post(file: EntryFileToPost): Promise<EntriesImportResponse> {
    this.sent += 1;
    try {
      const begun = await this.begin(file);
      if ('answer' in begun) return begun.answer;
      await this.keep(file, begun.turns);
      return await this.postTurns(file.organisation, file.onPosted);
    } finally {
      this.sent -= 1;
      void this.importer.run(forgetEntryTurns, { id: file.id }).catch(() => undefined);
    }
  }

  private async begin({
    layOut,
    organisation,
    person,
    key,
    sha256,
  }: EntryFileToPost): Promise<LaidOutFile | { readonly answer: EntriesImportResponse }> {
    const sent = { organisation, person, key, sha256 };
    for (let check = 1; check <= MOST_CHECKS; check += 1) {
      const { mark, answer } = await this.writer.run(entryFileMark, sent);
      if (answer) return { answer };
      const laidOut = await layOut();
      if (await this.writer.run(beginEntryFile, { ...sent, mark, file: laidOut })) return laidOut;
    }
    throw changedSince('set-up of these books');
  }

  /** Keeps all turns in the books, from where they are posted whatever happens to the server. */
  private async keep({ id, organisation, checkPoint }: EntryFileToPost, turns: number): Promise<void> {
    try {
      for (let turn = 0; turn < turns; turn += 1) {
        checkPoint?.(turn);
        if (this.isEnding) throw ending();
        const entries = await this.importer.run(entryTurn, { id, turn });
        await this.writer.run(keepEntryTurn, { organisation, turn, entries });
      }
    } catch (error) {
      await this.writer.run(giveUpEntryFile, { organisation });
      throw error;
    }
  }

  private async postTurns(
    organisation: number,
    onPosted?: EntryFileToPost['onPosted'],
  ): Promise<EntriesImportResponse> {
    for (;;) {
      if (this.isEnding) throw ending();
      try {
        const { posted, entries, answer } = await this.writer.run(postEntryTurn, { organisation });
        onPosted?.(posted, entries);
        if (answer) return answer;
      } catch (error) {
        if (this.isEnding || mayPass(error)) throw error;
        // a turn that cannot be posted, whatever was checked before: the next attempt would end in the same way
        const { posted, entries, last } = await this.writer.run(endEntryFile, { organisation });
        this.logger.error(`A file ended after ${posted} of ${entries}: ${messageOf(error)}`);
        const upTo = last === null ? '' : `, up to entry ${last}`;
        const message = `${posted} of ${entries} are in the books${upTo}. Then they refused to go on: ${messageOf(error)}`;
        throw new Refusal(409, [problem('entry-file-ended', '', message)]);
      }
    }
  }

  /** Goes on with what was under way when the server ended, or the disc was full. */
  protected async doDue(): Promise<readonly string[]> {
    const failures: string[] = [];
    // while one is sent, what is there is that one, which may not be whole yet
    if (this.sent > 0 || organisationsWithEntryFile(this.reader.db).length === 0) return failures;
    await this.writer.run(dropUnkeptEntryFiles, {});
    for (const organisation of organisationsWithEntryFile(this.reader.db)) {
      this.logger.log(`The file that was being taken into the books ${organisation} is taken in to its end.`);
      await this.postTurns(organisation).catch((error: unknown) => failures.push(messageOf(error)));
    }
    return failures;
  }
}

/** Whether it is the disc that is in the way: the next look tries again. */
function mayPass(error: unknown): boolean {
  const code = codeOf(error);
  return isDiscFull(code) || isNotWritable(code) || /^SQLITE_(BUSY|IOERR)/.test(code);
}

function ending(): Refusal {
  const message = 'The server ends. What was begun is taken in to its end when it starts again.';
  return new Refusal(503, [problem('ending', '', message)]);
}
