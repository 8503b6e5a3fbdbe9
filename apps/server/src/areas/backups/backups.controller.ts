import type { BackupsResponse } from '@just-ledger/contract';
import { Controller, Get } from '@nestjs/common';
import { AskedByItself } from '../../platform/sessions/session-guard.js';
import { DailyBackup } from './daily-backup.js';

/** How old the last backup is. */
@Controller('api/backups')
export class BackupsController {
  constructor(private readonly daily: DailyBackup) {}

  @AskedByItself()
  @Get()
  backups(): BackupsResponse {
    const { backups, lastFailure, rehearsal } = this.daily;
    return {
      last: backups[0]?.at ?? null,
      kept: backups.length,
      failure: lastFailure ?? null,
      rehearsal: rehearsal ? { at: rehearsal.at, failure: rehearsal.failure || null } : null,
    };
  }
}
