import { PrintedClosingQuery } from '@just-ledger/contract';
import { Controller, Get, Header, Param, Query } from '@nestjs/common';
import type { Readable } from 'node:stream';
import { PDF } from '../../platform/files/file-types.js';
import { sent } from '../../platform/files/sent.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Printer, Reader } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { closingPack } from './closing-pack.js';

/** A closing as one document. */
@Controller('api/organisations/:organisation/fiscal-years')
export class ClosingPackController {
  constructor(
    private readonly printer: Printer,
    private readonly reader: Reader,
  ) {}

  @Get(':year/closing.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="closing.pdf"')
  async printed(
    @CurrentOrganisation() organisation: Organisation,
    @Param('year') year: string,
    @Query() query: PrintedClosingQuery,
  ): Promise<Readable> {
    const today = this.reader.clock.today(organisation.timeZone);
    return sent(await this.printer.run(closingPack, { organisation, query: { ...query, year }, today }));
  }
}
