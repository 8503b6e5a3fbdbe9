import {
  ChangeContactRequest,
  ContactRequest,
  type ContactResponse,
  LookedAtQuery,
  MergeContactRequest,
  type WherePaidResponse,
} from '@just-ledger/contract';
import type { ContactId } from '@just-ledger/core';
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
import { JSON_TEXT } from '../../platform/files/file-types.js';
import type { Readable } from 'node:stream';
import { notFound } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { addContact, changeContact, mergeContact, removeContact } from './contact-commands.js';
import { contactById, contacts } from './contact-readings.js';
import { whereContactIsPaid } from './where-paid.js';

/** Customers, suppliers, members, employees, authorities. */
@Controller('api/organisations/:organisation/contacts')
export class ContactsController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
  ) {}

  @Get()
  @Header('content-type', JSON_TEXT)
  list(@CurrentOrganisation() organisation: Organisation): Promise<Readable> {
    return this.readers.whole(contacts, { organisation: organisation.id });
  }

  @Post()
  async add(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Body() request: ContactRequest,
  ): Promise<ContactResponse> {
    const id = await this.writer.run(addContact, { ...by, request });
    return this.one(organisation, id);
  }

  @Put(':id')
  async change(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: ContactId,
    @Body() request: ChangeContactRequest,
  ): Promise<ContactResponse> {
    await this.writer.run(changeContact, { ...by, id, request });
    return this.one(organisation, id);
  }

  /** Asked by whoever is about to pay it. */
  @Get(':id/where-paid')
  wherePaid(
    @CurrentOrganisation() organisation: Organisation,
    @Param('id', ParseIntPipe) contact: ContactId,
  ): Promise<WherePaidResponse> {
    return this.readers.run(whereContactIsPaid, { organisation: organisation.id, contact });
  }

  @Post(':id/merge')
  @HttpCode(200)
  async merge(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: ContactId,
    @Body() request: MergeContactRequest,
  ): Promise<ContactResponse> {
    await this.writer.run(mergeContact, { ...by, id, request });
    return this.one(organisation, request.into);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: ContactId,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(removeContact, { ...by, id, version });
  }

  private async one(organisation: Organisation, id: ContactId): Promise<ContactResponse> {
    const found = await this.readers.run(contactById, { organisation: organisation.id, id });
    if (!found) throw notFound('contact');
    return found;
  }
}
