import { Module } from '@nestjs/common';
import { APP_FILTER, APP_GUARD, APP_PIPE } from '@nestjs/core';
import { ScheduleModule } from '@nestjs/schedule';
import { AccountDetailModule } from '../areas/account-detail/account-detail.module.js';
import { AccountLedgerModule } from '../areas/account-ledger/account-ledger.module.js';
import { ArchivesModule } from '../areas/archives/archives.module.js';
import { AuditTrailModule } from '../areas/audit-trail/audit-trail.module.js';
import { AuditorsFileModule } from '../areas/auditors-file/auditors-file.module.js';
import { BackupsModule } from '../areas/backups/backups.module.js';
import { BeginningModule } from '../areas/beginning/beginning.module.js';
import { BoardPapersModule } from '../areas/board-papers/board-papers.module.js';
import { BreakdownsModule } from '../areas/breakdowns/breakdowns.module.js';
import { ChartModule } from '../areas/chart/chart.module.js';
import { ClosingPackModule } from '../areas/closing-pack/closing-pack.module.js';
import { ClosingModule } from '../areas/closing/closing.module.js';
import { ContactsModule } from '../areas/contacts/contacts.module.js';
import { CurrenciesModule } from '../areas/currencies/currencies.module.js';
import { AttachmentsModule } from '../areas/attachments/attachments.module.js';
import { FindModule } from '../areas/find/find.module.js';
import { GatheringModule } from '../areas/gathering/gathering.module.js';
import { ImportsModule } from '../areas/imports/imports.module.js';
import { JournalModule } from '../areas/journal/journal.module.js';
import { KeptReportsModule } from '../areas/kept-reports/kept-reports.module.js';
import { OpenItemsModule } from '../areas/open-items/open-items.module.js';
import { OrganisationsModule } from '../areas/organisations/organisations.module.js';
import { OverviewModule } from '../areas/overview/overview.module.js';
import { PeopleModule } from '../areas/people/people.module.js';
import { ProofsModule } from '../areas/proofs/proofs.module.js';
import { RecurringModule } from '../areas/recurring/recurring.module.js';
import { StatementsModule } from '../areas/statements/statements.module.js';
import { TakeOnModule } from '../areas/take-on/take-on.module.js';
import { TaxCodesModule } from '../areas/tax-codes/tax-codes.module.js';
import { TaxReportModule } from '../areas/tax-report/tax-report.module.js';
import { AdjustmentsModule } from '../areas/adjustments/adjustments.module.js';
import { FindingsModule } from '../areas/findings/findings.module.js';
import { TrialBalanceModule } from '../areas/trial-balance/trial-balance.module.js';
import { ProblemFilter } from '../platform/problems/problem-filter.js';
import { requestPipe } from '../platform/problems/request-pipe.js';
import { OutboxModule } from '../platform/outbox/outbox.module.js';
import { SessionGuard } from '../platform/sessions/session-guard.js';
import { SessionsModule } from '../platform/sessions/sessions.module.js';
import { ThreadsModule } from '../platform/threads/threads.module.js';
import { HealthController } from './health.controller.js';

/** The whole server: the platform, then its areas, each of which builds on those before it. */
@Module({
  imports: [
    ThreadsModule.running({
      writer: new URL('./writer.worker.js', import.meta.url),
      reader: new URL('./reader.worker.js', import.meta.url),
      reviewer: new URL('./reviewer.worker.js', import.meta.url),
      files: new URL('./files.worker.js', import.meta.url),
      deriver: new URL('./deriver.worker.js', import.meta.url),
      papers: new URL('./papers.worker.js', import.meta.url),
    }),
    ScheduleModule.forRoot(),
    SessionsModule,
    OutboxModule,
    OrganisationsModule,
    AuditTrailModule,
    PeopleModule,
    GatheringModule,
    AttachmentsModule,
    ContactsModule,
    BreakdownsModule,
    TaxCodesModule,
    CurrenciesModule,
    BeginningModule,
    BoardPapersModule,
    KeptReportsModule,
    OpenItemsModule,
    AccountDetailModule,
    JournalModule,
    RecurringModule,
    ChartModule,
    FindingsModule,
    AdjustmentsModule,
    TrialBalanceModule,
    AccountLedgerModule,
    TaxReportModule,
    FindModule,
    StatementsModule,
    ClosingModule,
    TakeOnModule,
    ProofsModule,
    ClosingPackModule,
    AuditorsFileModule,
    ImportsModule,
    ArchivesModule,
    BackupsModule,
    OverviewModule,
  ],
  controllers: [HealthController],
  providers: [
    { provide: APP_GUARD, useClass: SessionGuard },
    { provide: APP_FILTER, useClass: ProblemFilter },
    { provide: APP_PIPE, useValue: requestPipe },
  ],
})
export class AppModule {}
