import { Controller, Get } from '@nestjs/common';
import { Open } from '../platform/sessions/session-guard.js';
import type { ThreadStanding } from '../platform/threads/task-worker.js';
import { HeavyReader, Importer, Writer } from '../platform/threads/threads.module.js';

/** Whether the server takes requests. */
@Open()
@Controller('api/health')
export class HealthController {
  constructor(
    private readonly writer: Writer,
    private readonly heavyReader: HeavyReader,
    private readonly importer: Importer,
  ) {}

  @Get()
  health(): { ready: boolean; threads: Record<'writer' | 'reader' | 'files', ThreadStanding> } {
    const threads = {
      writer: this.writer.standing,
      reader: this.heavyReader.standing,
      files: this.importer.standing,
    };
    return { ready: Object.values(threads).every(({ state }) => state === 'running'), threads };
  }
}
