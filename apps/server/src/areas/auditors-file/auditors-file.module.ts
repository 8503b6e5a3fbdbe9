import { Module } from '@nestjs/common';
import { AuditorsFileController } from './auditors-file.controller.js';

/** Everything that an auditor needs of a year, in one file. */
@Module({ controllers: [AuditorsFileController] })
export class AuditorsFileModule {}
