import type { HealthResponse } from '@just-ledger/contract';
import { Controller, Get } from '@nestjs/common';
import { Open } from '../platform/sessions/session-guard.js';
import {
  BatchReader,
  Readers,
  Importer,
  Printer,
  Reader,
  Reviewer,
  Writer,
} from '../platform/threads/threads.module.js';

/** Whether the server takes requests: each thread and the books are asked. */
@Open()
@Controller('api/health')
export class HealthController {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
    private readonly readers: Readers,
    private readonly reviewer: Reviewer,
    private readonly batchReader: BatchReader,
    private readonly importer: Importer,
    private readonly printer: Printer,
  ) {}

  @Get()
  async health(): Promise<HealthResponse> {
    const [writer, reader, reviews, batches, files, printing] = await Promise.all([
      this.writer.status(),
      this.readers.status(),
      this.reviewer.status(),
      this.batchReader.status(),
      this.importer.status(),
      this.printer.status(),
    ]);
    const threads = { writer, reader, reviews, batches, files, printing };
    const books = this.canRead() ? 'readable' : 'unreadable';
    const isUp = Object.values(threads).every(({ state }) => state !== 'ended');
    return { ready: isUp && books === 'readable', books, threads };
  }

  private canRead(): boolean {
    try {
      this.reader.db.$client.prepare('SELECT count(*) FROM organisation').get();
      return true;
    } catch {
      return false;
    }
  }
}
