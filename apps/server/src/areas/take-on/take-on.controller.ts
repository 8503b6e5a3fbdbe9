import {
  AcceptEquityRequest,
  ChangeTakeOnRequest,
  ChangeTakeOnRowRequest,
  LookedAt,
  LookedAtQuery,
  PrintedQuery,
  ReopenTakeOnRequest,
  type TakeOnResponse,
  TakeOnRowsRequest,
} from '@just-ledger/contract';
import { isTrayKey } from '@just-ledger/core';
import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Param,
  ParseIntPipe,
  Post,
  Put,
  Query,
} from '@nestjs/common';
import type { Readable } from 'node:stream';
import { JSON_TEXT, PDF } from '../../platform/files/file-types.js';
import { sent } from '../../platform/files/sent.js';
import { notFound } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Printer, Reader, Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { todayOf } from '../organisations/today-of.js';
import { printedTakeOn } from './pack-tasks.js';
import {
  acceptEquity,
  addTakeOnRows,
  changeTakeOn,
  changeTakeOnRow,
  postTray,
  removeTakeOnRows,
  reopenTakeOn,
  signOff,
  takeTrayBack,
} from './take-on-commands.js';
import { takeOnAt, trayAt } from './take-on-readings.js';

/** The opening balances on their way in. */
@Controller('api/organisations/:organisation/take-on')
export class TakeOnController {
  constructor(
    private readonly writer: Writer,
    private readonly readers: Readers,
    private readonly reader: Reader,
    private readonly printer: Printer,
  ) {}

  @Get()
  takeOn(@CurrentOrganisation() { id }: Organisation): Promise<TakeOnResponse> {
    return this.readers.run(takeOnAt, { organisation: id, today: todayOf(this.reader, id) });
  }

  @Put()
  async change(@Acting() by: Actor, @Body() { closesInto, version }: ChangeTakeOnRequest): Promise<TakeOnResponse> {
    if (closesInto !== undefined) await this.writer.run(changeTakeOn, { ...by, closesInto, version });
    return this.now(by);
  }

  /** Old and new trial balance, each list of detail, each proof: to be printed or kept. */
  @Get('pack.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="take-on.pdf"')
  async pack(@CurrentOrganisation() organisation: Organisation, @Query() query: PrintedQuery): Promise<Readable> {
    const today = todayOf(this.reader, organisation.id);
    return sent(await this.printer.run(printedTakeOn, { organisation, query: { ...query }, today }));
  }

  @Get('trays/:tray')
  @Header('content-type', JSON_TEXT)
  async tray(@CurrentOrganisation() { id }: Organisation, @Param('tray') tray: string): Promise<Readable> {
    if (!isTrayKey(tray)) throw notFound('tray');
    return this.readers.whole(trayAt, { organisation: id, today: todayOf(this.reader, id), tray });
  }

  /** Adds rows as they were typed or pasted. */
  @Post('trays/:tray/rows')
  async addRows(
    @Acting() by: Actor,
    @Param('tray') tray: string,
    @Body() { rows, after }: TakeOnRowsRequest,
  ): Promise<{ ids: number[] }> {
    return { ids: await this.writer.run(addTakeOnRows, { ...by, tray, rows, after }) };
  }

  @Put('trays/:tray/rows/:row')
  @HttpCode(204)
  changeRow(
    @Acting() by: Actor,
    @Param('tray') tray: string,
    @Param('row', ParseIntPipe) id: number,
    @Body() request: ChangeTakeOnRowRequest,
  ): Promise<void> {
    return this.writer.run(changeTakeOnRow, { ...by, tray, id, ...request });
  }

  @Delete('trays/:tray/rows/:row')
  @HttpCode(204)
  removeRow(
    @Acting() by: Actor,
    @Param('tray') tray: string,
    @Param('row', ParseIntPipe) id: number,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(removeTakeOnRows, { ...by, tray, id, version });
  }

  /** Takes all rows of a tray away. */
  @Delete('trays/:tray/rows')
  @HttpCode(204)
  removeRows(@Acting() by: Actor, @Param('tray') tray: string, @Query() { version }: LookedAtQuery): Promise<void> {
    return this.writer.run(removeTakeOnRows, { ...by, tray, version });
  }

  /** Posts a tray, or the old trial balance, as it is typed now; what it had posted before is reversed. */
  @Post('trays/:tray/posting')
  @HttpCode(200)
  async post(
    @Acting() by: Actor,
    @Param('tray') tray: string,
    @Body() { version }: LookedAt,
  ): Promise<TakeOnResponse> {
    await this.writer.run(postTray, { ...by, tray, version });
    return this.now(by);
  }

  @Delete('trays/:tray/posting')
  async takeBack(@Acting() by: Actor, @Param('tray') tray: string): Promise<TakeOnResponse> {
    await this.writer.run(takeTrayBack, { ...by, tray });
    return this.now(by);
  }

  /** Takes the remaining difference as equity, having seen it. */
  @Post('equity')
  @HttpCode(200)
  async acceptEquity(@Acting() by: Actor, @Body() request: AcceptEquityRequest): Promise<TakeOnResponse> {
    await this.writer.run(acceptEquity, { ...by, ...request });
    return this.now(by);
  }

  @Post('sign-off')
  @HttpCode(200)
  async signOff(@Acting() by: Actor, @Body() { version }: LookedAt): Promise<TakeOnResponse> {
    await this.writer.run(signOff, { ...by, version });
    return this.now(by);
  }

  @Post('reopening')
  @HttpCode(200)
  async reopen(@Acting() by: Actor, @Body() { reason }: ReopenTakeOnRequest): Promise<TakeOnResponse> {
    await this.writer.run(reopenTakeOn, { ...by, reason });
    return this.now(by);
  }

  private now({ organisation }: Actor): Promise<TakeOnResponse> {
    return this.readers.run(takeOnAt, { organisation, today: todayOf(this.reader, organisation) });
  }
}
