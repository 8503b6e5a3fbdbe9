import { Module } from '@nestjs/common';
import { AccountDetailController } from './account-detail.controller.js';

/** What lines on an account can name. */
@Module({
  controllers: [AccountDetailController],
})
export class AccountDetailModule {}
