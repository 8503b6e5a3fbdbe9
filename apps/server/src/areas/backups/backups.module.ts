import { Module } from '@nestjs/common';
import { BackupsController } from './backups.controller.js';
import { DailyBackup } from './daily-backup.js';

/** Copies of the data folder. */
@Module({
  controllers: [BackupsController],
  providers: [DailyBackup],
})
export class BackupsModule {}
