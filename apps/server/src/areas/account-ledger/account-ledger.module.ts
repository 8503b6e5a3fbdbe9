import { Module } from '@nestjs/common';
import { AccountLedgerController } from './account-ledger.controller.js';

/** The ledger of an account. */
@Module({
  controllers: [AccountLedgerController],
})
export class AccountLedgerModule {}
