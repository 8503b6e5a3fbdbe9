import {
  BreakdownRequest,
  type BreakdownResponse,
  BreakdownValueRequest,
  ChangeBreakdownRequest,
  ChangeBreakdownValueRequest,
  LookedAtQuery,
} from '@just-ledger/contract';
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
import { JSON_TEXT } from '../../platform/files/file-types.js';
import { notFound } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import {
  addBreakdown,
  addBreakdownValue,
  changeBreakdown,
  changeBreakdownValue,
  removeBreakdown,
  removeBreakdownValue,
} from './breakdown-commands.js';
import { breakdowns } from './breakdown-readings.js';

/** Breakdowns and their values; each change answers the breakdown as it is then. */
@Controller('api/organisations/:organisation/breakdowns')
export class BreakdownsController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
  ) {}

  @Get()
  @Header('content-type', JSON_TEXT)
  list(@CurrentOrganisation() organisation: Organisation): Promise<Readable> {
    return this.readers.whole(breakdowns, { organisation: organisation.id });
  }

  @Post()
  async add(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Body() request: BreakdownRequest,
  ): Promise<BreakdownResponse> {
    const id = await this.writer.run(addBreakdown, { ...by, request });
    return this.one(organisation, id);
  }

  @Put(':id')
  async change(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: ChangeBreakdownRequest,
  ): Promise<BreakdownResponse> {
    await this.writer.run(changeBreakdown, { ...by, id, request });
    return this.one(organisation, id);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: number,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(removeBreakdown, { ...by, id, version });
  }

  @Post(':id/values')
  async addValue(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: BreakdownValueRequest,
  ): Promise<BreakdownResponse> {
    await this.writer.run(addBreakdownValue, { ...by, id, request });
    return this.one(organisation, id);
  }

  @Put(':id/values/:value')
  async changeValue(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: number,
    @Param('value', ParseIntPipe) value: number,
    @Body() request: ChangeBreakdownValueRequest,
  ): Promise<BreakdownResponse> {
    await this.writer.run(changeBreakdownValue, { ...by, id, value, request });
    return this.one(organisation, id);
  }

  @Delete(':id/values/:value')
  @HttpCode(204)
  removeValue(
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: number,
    @Param('value', ParseIntPipe) value: number,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(removeBreakdownValue, { ...by, id, value, version });
  }

  private async one(organisation: Organisation, id: number): Promise<BreakdownResponse> {
    const found = (await this.readers.run(breakdowns, { organisation: organisation.id })).find(
      (breakdown) => breakdown.id === id,
    );
    if (!found) throw notFound('breakdown');
    return found;
  }
}
