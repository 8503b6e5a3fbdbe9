import { Body, Controller, Get, Post } from '@nestjs/common';
import { ContactRequest, type ContactAnswer } from '@just-ledger/contract';
import type { Organisation } from '../organisations/organisation-store.js';
import { CurrentOrganisation } from '../sessions/session-guard.js';
import { Reader, Writer } from '../workers/workers.module.js';
import { contactsOf } from './contact-store.js';

/** Customers, suppliers, members, employees, authorities. */
@Controller('api/organisations/:organisation/contacts')
export class ContactsController {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
  ) {}

  @Get()
  list(@CurrentOrganisation() of: Organisation): ContactAnswer[] {
    return contactsOf(this.reader.db, of.id);
  }

  @Post()
  add(@CurrentOrganisation() of: Organisation, @Body() request: ContactRequest): Promise<ContactAnswer> {
    return this.writer.run('addContact', { organisation: of.id, request });
  }
}
