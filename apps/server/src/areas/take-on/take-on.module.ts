import { Module } from '@nestjs/common';
import { TakeOnController } from './take-on.controller.js';

/** Balances taken on from the old books. */
@Module({
  controllers: [TakeOnController],
})
export class TakeOnModule {}
