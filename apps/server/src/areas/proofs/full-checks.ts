import { Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { Cron } from '@nestjs/schedule';
import { organisation } from '../../platform/database/schema.js';
import { BatchReader, Reader } from '../../platform/threads/threads.module.js';
import { checkDocuments } from '../open-items/documents-against-lines.js';
import { type FullCheck, withDocuments } from './chain-check.js';
import { checkWhole } from './proof-readings.js';

/** The last full reading of an organisation. */
export interface KeptCheck extends FullCheck {
  readonly at: string;
}

/** Full readings of every organisation: at the start, each night at three, and on request. */
@Injectable()
export class FullChecks implements OnApplicationBootstrap {
  private readonly logger = new Logger('proofs');
  private readonly kept = new Map<number, KeptCheck>();
  private readonly underWay = new Map<number, Promise<KeptCheck>>();

  constructor(
    private readonly reader: Reader,
    private readonly batchReader: BatchReader,
  ) {}

  onApplicationBootstrap(): void {
    void this.checkAll();
  }

  /** The last full reading, or the one that is under way if there is none yet. */
  async last(id: number): Promise<KeptCheck> {
    return this.kept.get(id) ?? this.underWay.get(id) ?? this.check(id);
  }

  /** Reads everything of an organisation now. */
  check(id: number): Promise<KeptCheck> {
    const reading = this.read(id).finally(() => this.underWay.delete(id));
    this.underWay.set(id, reading);
    return reading;
  }

  @Cron('0 3 * * *')
  protected async checkAll(): Promise<void> {
    // one after the other: whoever asks for an export meanwhile waits for one of them at most
    for (const { id } of this.reader.db.select({ id: organisation.id }).from(organisation).all()) {
      await this.check(id).catch((error: unknown) => this.logger.error(error));
    }
  }

  private async read(id: number): Promise<KeptCheck> {
    const entries = await this.batchReader.run(checkWhole, { organisation: id });
    const found = withDocuments(entries, await this.batchReader.run(checkDocuments, { organisation: id }));
    const check = { ...found, at: new Date().toISOString() };
    if (found.broken) this.logger.error(`organisation ${id}: entry ${found.broken.number}: ${found.broken.why}`);
    this.kept.set(id, check);
    return check;
  }
}
