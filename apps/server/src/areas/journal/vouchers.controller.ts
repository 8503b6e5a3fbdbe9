import { PrintedEntriesQuery, PrintedQuery } from '@just-ledger/contract';
import { Controller, Get, Header, Param, Query } from '@nestjs/common';
import type { Readable } from 'node:stream';
import { PDF } from '../../platform/files/file-types.js';
import { sent } from '../../platform/files/sent.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Printer, Reader } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { printedVoucher, printedVouchers } from './vouchers.js';

/** Entries as they are printed. */
@Controller('api/organisations/:organisation/entries')
export class VouchersController {
  constructor(
    private readonly printer: Printer,
    private readonly reader: Reader,
  ) {}

  /** The vouchers of all entries that match, oldest first. */
  @Get('vouchers.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="vouchers.pdf"')
  async all(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedEntriesQuery,
  ): Promise<Readable> {
    const today = this.reader.clock.today(organisation.timeZone);
    return sent(await this.printer.run(printedVouchers, { organisation, query: { ...query }, today }));
  }

  @Get(':number/voucher.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="voucher.pdf"')
  async single(
    @CurrentOrganisation() organisation: Organisation,
    @Param('number') number: string,
    @Query() query: PrintedQuery,
  ): Promise<Readable> {
    const today = this.reader.clock.today(organisation.timeZone);
    return sent(await this.printer.run(printedVoucher, { organisation, query: { ...query }, today, number }));
  }
}
