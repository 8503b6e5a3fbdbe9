import { EntriesQuery } from '@just-ledger/contract';
import { Controller, Get, Header, Param, Query } from '@nestjs/common';
import type { Readable } from 'node:stream';
import { sent } from '../../platform/files/sent.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Printer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { writeVouchers } from './vouchers.js';

/** Entries as they are printed. */
@Controller('api/organisations/:organisation/entries')
export class VouchersController {
  constructor(private readonly printer: Printer) {}

  /** The vouchers of all entries that match, oldest first. */
  @Get('vouchers.pdf')
  @Header('content-type', 'application/pdf')
  @Header('content-disposition', 'inline; filename="vouchers.pdf"')
  async all(@CurrentOrganisation() { id }: Organisation, @Query() query: EntriesQuery): Promise<Readable> {
    return sent(await this.printer.run(writeVouchers, { organisation: id, query: { ...query } }));
  }

  @Get(':number/voucher.pdf')
  @Header('content-type', 'application/pdf')
  @Header('content-disposition', 'inline; filename="voucher.pdf"')
  async one(@CurrentOrganisation() { id }: Organisation, @Param('number') number: string): Promise<Readable> {
    return sent(await this.printer.run(writeVouchers, { organisation: id, number }));
  }
}
