import type { OrganisationResponse } from '@just-ledger/contract';
import { type ArchiveManifest, problem } from '@just-ledger/core';
import { type BeforeApplicationShutdown, Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';
import { Progress } from '../../platform/jobs/progress.js';
import { messageOf } from '../../platform/problems/message-of.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { settings } from '../../platform/settings.js';
import { Importer, Reader, Writer } from '../../platform/threads/threads.module.js';
import type { ArchiveBytes } from './archive-records.js';
import {
  archiveRead,
  forgetArchive,
  keepArchivedPapers,
  nextArchiveTurn,
  openArchive,
  rehearseArchive,
} from './archive-tasks.js';
import { beginArrival, endArrival, takeArchiveTurn } from './arrival-commands.js';
import { type Arrival, arrivals, arrivingFile } from './arrival-store.js';

/** An archive that has been read, on its way into the books. */
interface ReadToTake {
  /** What it is known by in the thread of files. */
  readonly id: string;
  readonly manifest: ArchiveManifest;
  /** What its books begin with. */
  readonly files: ArchiveBytes;
}

/**
 * Takes large archives in in turns, so that others post between two of them. Nobody sees the books before all of it is
 * there; what the server was taking in when it ended is gone on with after its next start.
 */
@Injectable()
export class Arrivals implements OnApplicationBootstrap, BeforeApplicationShutdown {
  private readonly logger = new Logger('archives');
  private isEnding = false;

  constructor(
    private readonly importer: Importer,
    private readonly writer: Writer,
    private readonly reader: Reader,
  ) {}

  onApplicationBootstrap(): void {
    for (const arrival of arrivals(this.reader.db)) void this.goOn(arrival);
  }

  beforeApplicationShutdown(): void {
    this.isEnding = true;
  }

  /** Takes an archive in. @param path of its file, which is moved to where it stays until all of it is written */
  async take(
    read: ReadToTake,
    { owner, name, path, progress }: { owner: number; name: string; path: string; progress: Progress },
  ): Promise<OrganisationResponse> {
    await this.importer.run(rehearseArchive, { id: read.id, name });
    const archive = randomUUID();
    const file = arrivingFile(settings.folder, archive);
    await mkdir(dirname(file), { recursive: true, mode: 0o700 });
    await rename(path, file);
    try {
      const organisation = await this.writer.run(beginArrival, { owner, name, archive, files: read.files });
      return await this.write(read, { organisation, archive, file: 'entries', records: 0 }, progress);
    } catch (error) {
      if (!arrivals(this.reader.db).some((arrival) => arrival.archive === archive)) await rm(file, { force: true });
      throw error;
    }
  }

  private async write(
    { id, manifest, files }: ReadToTake,
    { organisation, archive, file, records }: Pick<Arrival, 'organisation' | 'archive' | 'file' | 'records'>,
    progress: Progress,
  ): Promise<OrganisationResponse> {
    progress.begin(manifest.entries);
    let entries = file === 'entries' ? records : manifest.entries;
    for (;;) {
      if (this.isEnding) throw ending();
      const turn = await this.importer.run(nextArchiveTurn, { id, from: { file, records } });
      if (!turn) break;
      await this.writer.run(takeArchiveTurn, { organisation, ...turn });
      if (turn.file === 'entries') progress.at((entries += turn.records));
    }
    const { organisation: head, accounts, breakdowns } = files;
    const made = await this.writer.run(endArrival, {
      organisation,
      manifest,
      files: { organisation: head, accounts, breakdowns },
    });
    await rm(arrivingFile(settings.folder, archive), { force: true });
    return made;
  }

  /** Goes on with what was under way when the server ended. */
  private async goOn(arrival: Arrival): Promise<void> {
    const { organisation, owner } = arrival;
    const path = arrivingFile(settings.folder, arrival.archive);
    const [id, progress] = [randomUUID(), new Progress()];
    try {
      if (!existsSync(path)) throw new Error(`its archive is not there: ${path}`);
      this.logger.log(`The archive that was being taken in as books ${organisation} is taken in to its end.`);
      await this.importer.run(openArchive, { id, path, person: owner, shared: progress.shared });
      await this.importer.run(keepArchivedPapers, { id });
      await this.write({ id, ...(await this.importer.run(archiveRead, { id })) }, arrival, progress);
    } catch (error) {
      if (this.isEnding) return;
      this.logger.error(
        `The books ${organisation} cannot be taken in to their end: ${messageOf(error)}. Nobody sees them.`,
      );
    } finally {
      void this.importer.run(forgetArchive, { id }).catch(() => undefined);
    }
  }
}

function ending(): Refusal {
  const message = 'The server ends. What is left of the archive is taken in when it starts again.';
  return new Refusal(503, [problem('ending', '', message)]);
}
