import { Module } from '@nestjs/common';
import { CurrenciesController } from './currencies.controller.js';

/** Other currencies and their rates. */
@Module({
  controllers: [CurrenciesController],
})
export class CurrenciesModule {}
