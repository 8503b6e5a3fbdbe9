import { Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { Cron } from '@nestjs/schedule';
import { setTimeout } from 'node:timers/promises';
import { organisation } from '../../platform/database/schema.js';
import { settings } from '../../platform/settings.js';
import { BatchReader, Reader } from '../../platform/threads/threads.module.js';
import { checkDocuments } from '../open-items/documents-against-lines.js';
import { isArriving } from '../organisations/organisation-store.js';
import { withDocuments } from './chain-check.js';
import { type KeptCheck, LastReadings } from './last-readings.js';
import { sealsBeside } from './seals-beside.js';
import { checkRecords, checkWhole } from './proof-readings.js';

/** So many milliseconds one waits for the first full reading. */
const PATIENCE = 1_000;

/** Full readings of every organisation: at the start, each night at three, and on request. */
@Injectable()
export class FullChecks implements OnApplicationBootstrap {
  private readonly logger = new Logger('proofs');
  private readonly kept = new Map<number, KeptCheck>();
  private readonly underWay = new Map<number, Promise<KeptCheck>>();
  /** For how long the first reading of each is waited for. */
  private readonly patience = new Map<number, Promise<undefined>>();

  constructor(
    private readonly reader: Reader,
    private readonly batchReader: BatchReader,
    private readonly lastReadings: LastReadings,
  ) {}

  onApplicationBootstrap(): void {
    void this.checkAll();
  }

  /**
   * The last full reading. Before there is one since the start the first is waited for, but not for long: until it is
   * done the last one before the start stands for it, if there was one.
   */
  async last(id: number): Promise<KeptCheck | undefined> {
    const kept = this.kept.get(id);
    if (kept) return kept;
    const first = this.underWay.get(id) ?? this.check(id);
    return (await Promise.race([first, this.patience.get(id)])) ?? this.lastReadings.of(id);
  }

  /** Reads everything of an organisation now. */
  check(id: number): Promise<KeptCheck> {
    const reading = this.read(id).finally(() => this.underWay.delete(id));
    this.underWay.set(id, reading);
    if (!this.kept.has(id)) this.patience.set(id, setTimeout(PATIENCE, undefined, { ref: false }));
    return reading;
  }

  @Cron('0 3 * * *')
  protected async checkAll(): Promise<void> {
    // one after the other: whoever asks for an export meanwhile waits for one of them at most
    const { db } = this.reader;
    for (const { id } of db.select({ id: organisation.id }).from(organisation).all()) {
      if (isArriving(db, id)) continue;
      await this.check(id).catch((error: unknown) => this.logger.error(error));
    }
  }

  private async read(id: number): Promise<KeptCheck> {
    const entries = await this.batchReader.run(checkWhole, { organisation: id });
    const found = withDocuments(entries, await this.batchReader.run(checkDocuments, { organisation: id }));
    // read first: what is committed meanwhile is in the books, too
    const beside = await sealsBeside(settings.folder);
    const records = await this.batchReader.run(checkRecords, { organisation: id, beside });
    const check = { ...found, proofs: [...found.proofs, ...records], at: new Date().toISOString() };
    if (found.broken) this.logger.error(`organisation ${id}: entry ${found.broken.number}: ${found.broken.why}`);
    this.kept.set(id, check);
    this.lastReadings.keep(check);
    return check;
  }
}
