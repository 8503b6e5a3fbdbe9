import { Injectable, Logger } from '@nestjs/common';
import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { and, eq } from 'drizzle-orm';
import { entry } from '../../platform/database/schema.js';
import { messageOf } from '../../platform/problems/message-of.js';
import { settings } from '../../platform/settings.js';
import { Reader } from '../../platform/threads/threads.module.js';
import type { FullCheck } from './chain-check.js';

/** A full reading of an organisation, and when it was done. */
export interface KeptCheck extends FullCheck {
  readonly at: string;
  /** Whether it was done before this start of the server, and is being done again. */
  readonly isFromBefore?: true;
}

const FILE = 'last-readings.json';

/**
 * What the last full readings found, in a file beside the books: after a start it is told until all is read again. It is
 * no part of the books: without it, or where it cannot be written, one waits for the reading.
 */
@Injectable()
export class LastReadings {
  private readonly logger = new Logger('proofs');
  private readonly path = join(settings.folder, FILE);
  private readonly kept: Map<number, KeptCheck>;

  constructor(private readonly reader: Reader) {
    this.kept = new Map(readingsIn(this.path).map((check) => [check.organisation, check]));
  }

  /** The last reading before this start; none if the chain does not go on from where it ended. */
  of(organisation: number): KeptCheck | undefined {
    const check = this.kept.get(organisation);
    if (!check || !this.isOfTheseBooks(check)) return undefined;
    return { ...check, isFromBefore: true };
  }

  keep(check: KeptCheck): void {
    this.kept.set(check.organisation, check);
    try {
      writeFileSync(`${this.path}.unfinished`, JSON.stringify([...this.kept.values()]), { mode: 0o600 });
      renameSync(`${this.path}.unfinished`, this.path);
    } catch (error) {
      this.logger.warn(`What was read cannot be kept: ${messageOf(error)}`);
    }
  }

  private isOfTheseBooks({ organisation, checkedTo, lastSeal }: KeptCheck): boolean {
    if (checkedTo === 0) return true;
    const row = this.reader.db
      .select({ seal: entry.seal })
      .from(entry)
      .where(and(eq(entry.organisation, organisation), eq(entry.place, checkedTo)))
      .get();
    return row?.seal === lastSeal;
  }
}

function readingsIn(path: string): KeptCheck[] {
  try {
    return JSON.parse(readFileSync(path, 'utf8'));
  } catch {
    return [];
  }
}
