import { randomUUID } from 'node:crypto';
import type { Readable } from 'node:stream';
import {
  type EntriesImportResponse,
  EntriesQuery,
  PrintedEntriesQuery,
  type EntryEventResponse,
  EntrySetRequest,
  type EntrySetResponse,
  EntryRequest,
  type EntryResponse,
  type RelatedEntriesResponse,
  type SaidSentenceResponse,
  UsualAmountsQuery,
  type UsualAmountsResponse,
} from '@just-ledger/contract';
import { Body, Controller, Get, Header, Headers, HttpCode, Param, Post, Query } from '@nestjs/common';
import { JSON_TEXT } from '../../platform/files/file-types.js';
import { RouteConfig } from '@nestjs/platform-fastify';
import { sent } from '../../platform/files/sent.js';
import { CSV_BODY, receiveBody } from '../../platform/files/passing-files.js';
import { TAKES_CSV } from '../../platform/sessions/gate.js';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { settings } from '../../platform/settings.js';
import { BatchReader, Importer, Printer, Reader, Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { todayOf } from '../organisations/today-of.js';
import { importEntries, postEntries, postEntry } from './entry-commands.js';
import { forgetEntries, layOutEntries, readEntries } from './entry-file-tasks.js';
import { EntryFiles } from './entry-files.js';
import { entryTrail } from './entry-trail.js';
import { usualAmountsOf } from './usual-amounts.js';
import { entriesCsv, entryByNumber, journal, journalTotals, relatedEntriesOf, sentences } from './entry-readings.js';
import { entriesWorkbook, printedJournal } from './journal-files.js';

/** The journal. */
@Controller('api/organisations/:organisation')
export class EntriesController {
  constructor(
    private readonly readers: Readers,
    private readonly batchReader: BatchReader,
    private readonly writer: Writer,
    private readonly importer: Importer,
    private readonly printer: Printer,
    private readonly reader: Reader,
    private readonly entryFiles: EntryFiles,
  ) {}

  @Get('entries')
  @Header('content-type', JSON_TEXT)
  page(@CurrentOrganisation() organisation: Organisation, @Query() query: EntriesQuery): Promise<Readable> {
    return this.readers.wholeReport(journal, organisation, query);
  }

  /** How many entries match, and what they come to. */
  @Get('entries/sums')
  @Header('content-type', JSON_TEXT)
  sums(@CurrentOrganisation() organisation: Organisation, @Query() query: EntriesQuery): Promise<Readable> {
    return this.readers.wholeReport(journalTotals, organisation, query);
  }

  @Get('entries.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async csv(@CurrentOrganisation() organisation: Organisation, @Query() query: EntriesQuery): Promise<Readable> {
    return sent(await this.batchReader.report(entriesCsv, organisation, query));
  }

  @Get('entries.xlsx')
  @Header('content-type', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet')
  @Header('content-disposition', 'attachment; filename="journal.xlsx"')
  async workbook(@CurrentOrganisation() { id }: Organisation, @Query() query: EntriesQuery): Promise<Readable> {
    return sent(await this.printer.run(entriesWorkbook, { organisation: id, query: { ...query } }));
  }

  /** The general journal, as it is printed. */
  @Get('entries.pdf')
  @Header('content-type', 'application/pdf')
  @Header('content-disposition', 'inline; filename="journal.pdf"')
  async printed(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedEntriesQuery,
  ): Promise<Readable> {
    const today = this.reader.clock.today(organisation.timeZone);
    return sent(await this.printer.run(printedJournal, { organisation, query, today }));
  }

  @Post('entries')
  post(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: EntryRequest,
    @Headers('idempotency-key') key?: string,
  ): Promise<EntryResponse> {
    return this.writer.run(postEntry, { organisation: organisation.id, person: person.id, key, request });
  }

  /** Several entries, all of them or none. */
  @Post('entries/set')
  postSet(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: EntrySetRequest,
    @Headers('idempotency-key') key?: string,
  ): Promise<EntrySetResponse> {
    return this.writer.run(postEntries, { organisation: organisation.id, person: person.id, key, request });
  }

  /** What simple entries were said with before. */
  @Get('entries/sentences')
  sentences(@CurrentOrganisation() organisation: Organisation): Promise<SaidSentenceResponse[]> {
    return this.readers.report(sentences, organisation, {});
  }

  /** What accounts usually see. */
  @Get('entries/usual-amounts')
  usual(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: UsualAmountsQuery,
  ): Promise<UsualAmountsResponse[]> {
    return this.readers.report(usualAmountsOf, organisation, query);
  }

  @RouteConfig(TAKES_CSV)
  @Post('entries/import')
  @HttpCode(201)
  async import(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() body: unknown,
    @Headers('idempotency-key') key?: string,
  ): Promise<EntriesImportResponse> {
    const id = randomUUID();
    // read beside the writer, who has to stay free for others
    const path = await receiveBody(settings.folder, body, CSV_BODY);
    const { rows, sha256 } = await this.importer.run(readEntries, { id, path });
    const posting = { organisation: organisation.id, person: person.id, key };
    if (rows) return this.writer.run(importEntries, { ...posting, file: { rows, sha256 } });
    const { reader, importer } = this;
    const today = reader.read((db) => todayOf({ db, clock: reader.clock }, organisation.id));
    return this.entryFiles
      .post({ ...posting, id, sha256, layOut: () => importer.run(layOutEntries, { ...posting, id, today }) })
      .finally(() => void importer.run(forgetEntries, { id }).catch(() => undefined));
  }

  @Get('entries/:number')
  one(@CurrentOrganisation() organisation: Organisation, @Param('number') number: string): Promise<EntryResponse> {
    return this.readers.report(entryByNumber, organisation, number);
  }

  /** Entries that have a paper, or a contact and an amount, in common with it. */
  @Get('entries/:number/related')
  related(
    @CurrentOrganisation() organisation: Organisation,
    @Param('number') number: string,
  ): Promise<RelatedEntriesResponse[]> {
    return this.readers.report(relatedEntriesOf, organisation, number);
  }

  /** What happened to it before it was posted, and what was planned for its reversal. */
  @Get('entries/:number/trail')
  trail(
    @CurrentOrganisation() organisation: Organisation,
    @Param('number') number: string,
  ): Promise<EntryEventResponse[]> {
    return this.readers.report(entryTrail, organisation, number);
  }
}
