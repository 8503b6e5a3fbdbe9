import { Module } from '@nestjs/common';
import { APP_FILTER, APP_GUARD, APP_PIPE } from '@nestjs/core';
import { AccountLedgerController } from './account-ledger/account-ledger.controller.js';
import { AccountsController } from './accounts/accounts.controller.js';
import { ArchiveJobs } from './archives/archive-jobs.js';
import { ArchivesController } from './archives/archives.controller.js';
import { AuditTrailController } from './audit-trail/audit-trail.controller.js';
import { BackupsController } from './backups/backups.controller.js';
import { DailyBackup } from './backups/daily-backup.js';
import { BreakdownsController } from './breakdowns/breakdowns.controller.js';
import { ClosingController } from './closing/closing.controller.js';
import { ContactsController } from './contacts/contacts.controller.js';
import { CurrenciesController } from './currencies/currencies.controller.js';
import { GatheringController } from './gathering/gathering.controller.js';
import { HealthController } from './health.controller.js';
import { DraftsController } from './journal/drafts.controller.js';
import { EntriesController } from './journal/entries.controller.js';
import { OrganisationsController } from './organisations/organisations.controller.js';
import { ImportJobs } from './imports/import-jobs.js';
import { ImportsController } from './imports/imports.controller.js';
import { OpenItemsController } from './open-items/open-items.controller.js';
import { InvitationsController } from './people/invitations.controller.js';
import { PasswordResetController } from './people/password-reset.controller.js';
import { PeopleController } from './people/people.controller.js';
import { ProblemFilter } from './problems/problem-filter.js';
import { requestPipe } from './problems/request-pipe.js';
import { FullChecks } from './proofs/full-checks.js';
import { ProofsController } from './proofs/proofs.controller.js';
import { RecurringController } from './recurring/recurring.controller.js';
import { SessionGuard } from './sessions/session-guard.js';
import { OverviewController } from './overview/overview.controller.js';
import { OwnSignInController } from './sessions/own-sign-in.controller.js';
import { SessionsController } from './sessions/sessions.controller.js';
import { StatementsController } from './statements/statements.controller.js';
import { TakeOnController } from './take-on/take-on.controller.js';
import { TaxCodesController } from './tax-codes/tax-codes.controller.js';
import { TrialBalanceController } from './trial-balance/trial-balance.controller.js';
import { WorkersModule } from './workers/workers.module.js';

/** The whole server. */
@Module({
  imports: [WorkersModule],
  controllers: [
    HealthController,
    SessionsController,
    OwnSignInController,
    InvitationsController,
    PasswordResetController,
    OrganisationsController,
    PeopleController,
    OverviewController,
    BackupsController,
    GatheringController,
    AccountsController,
    BreakdownsController,
    ContactsController,
    TaxCodesController,
    CurrenciesController,
    ImportsController,
    ArchivesController,
    TakeOnController,
    AuditTrailController,
    EntriesController,
    DraftsController,
    RecurringController,
    ClosingController,
    TrialBalanceController,
    AccountLedgerController,
    OpenItemsController,
    StatementsController,
    ProofsController,
  ],
  providers: [
    FullChecks,
    ImportJobs,
    ArchiveJobs,
    DailyBackup,
    { provide: APP_GUARD, useClass: SessionGuard },
    { provide: APP_FILTER, useClass: ProblemFilter },
    { provide: APP_PIPE, useValue: requestPipe },
  ],
})
export class AppModule {}
