import { Global, Module } from '@nestjs/common';
import { OutboxKeeper } from './outbox-keeper.js';

/** The outbox, for every area that sends. */
@Global()
@Module({ providers: [OutboxKeeper], exports: [OutboxKeeper] })
export class OutboxModule {}
