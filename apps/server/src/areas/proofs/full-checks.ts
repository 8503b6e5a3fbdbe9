import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { organisation } from '../../platform/database/schema.js';
import { HeavyReader, Reader } from '../../platform/threads/threads.module.js';
import type { FullCheck } from './chain-check.js';
import { checkWhole } from './proof-readings.js';

const A_DAY = 24 * 60 * 60 * 1000;

/** The last full reading of an organisation. */
export interface KeptCheck extends FullCheck {
  readonly at: string;
}

/** Full readings of every organisation: at the start, each night, on request, and when entries have come since. */
@Injectable()
export class FullChecks implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly logger = new Logger('proofs');
  private readonly kept = new Map<number, KeptCheck>();
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly reader: Reader,
    private readonly heavyReader: HeavyReader,
  ) {}

  onApplicationBootstrap(): void {
    this.checkAll();
    this.timer = setInterval(() => this.checkAll(), A_DAY);
    this.timer.unref();
  }

  onApplicationShutdown(): void {
    clearInterval(this.timer);
  }

  /** The last full reading, done now if there is none yet. */
  async last(id: number): Promise<KeptCheck> {
    return this.kept.get(id) ?? (await this.check(id));
  }

  /** Reads everything of an organisation now. */
  async check(id: number): Promise<KeptCheck> {
    const found = await this.heavyReader.run(checkWhole, { organisation: id });
    const check = { ...found, at: new Date().toISOString() };
    if (found.broken) this.logger.error(`organisation ${id}: entry ${found.broken.number}: ${found.broken.why}`);
    this.kept.set(id, check);
    return check;
  }

  private checkAll(): void {
    for (const { id } of this.reader.db.select({ id: organisation.id }).from(organisation).all()) {
      this.check(id).catch((error: unknown) => this.logger.error(error));
    }
  }
}
