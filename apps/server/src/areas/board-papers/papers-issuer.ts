import type { IssuedPapersResponse, PrintedQuery } from '@just-ledger/contract';
import type { CivilDate } from '@just-ledger/core';
import { Injectable } from '@nestjs/common';
import { Readable } from 'node:stream';
import { OutboxKeeper } from '../../platform/outbox/outbox-keeper.js';
import { settings } from '../../platform/settings.js';
import { Printer, Reader, Writer } from '../../platform/threads/threads.module.js';
import { receivePaper } from '../attachments/receive-paper.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { issuePapers } from './board-papers-commands.js';
import { boardPapersToIssue } from './board-papers-file.js';
import { issuedAt } from './issued-papers.js';
import type { PapersMessage } from './send-papers.js';

/** Issues papers: draws them, keeps the file by its hash, writes that down, and sends them where they go. */
@Injectable()
export class PapersIssuer {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
    private readonly printer: Printer,
    private readonly outbox: OutboxKeeper,
  ) {}

  /**
   * @param papers their id
   * @param version the one that was looked at; left out where they are issued by themselves
   * @param dueOn the day for which they are issued by themselves
   * @returns undefined if they were issued for that day already
   * @throws {Refusal} 409 if they are others by now; 422 while there is nothing in them, or a report has no days yet
   */
  async issue(
    organisation: Organisation,
    {
      papers,
      version,
      person,
      message,
      query = {},
      dueOn,
    }: {
      readonly papers: number;
      readonly version?: number;
      readonly person: number;
      readonly message: PapersMessage | undefined;
      readonly query?: PrintedQuery;
      readonly dueOn?: CivilDate;
    },
  ): Promise<IssuedPapersResponse | undefined> {
    const by = { organisation: organisation.id, person };
    const today = this.reader.clock.today(organisation.timeZone);
    const asked = { organisation, query: { ...query, id: papers }, today, version };
    const { name, bytes, entries, seal } = await this.printer.run(boardPapersToIssue, asked);
    const source = Readable.from([Buffer.from(bytes)]);
    const paper = await receivePaper(settings.folder, source, `${name.slice(0, 200)}, ${today}.pdf`);
    const issued = { name, paper, entries, seal, ...(dueOn && { dueOn }) };
    const row = await this.writer.run(issuePapers, { ...by, papers, version, issued, message });
    return row && this.carried(organisation.id, row.place);
  }

  /** Papers that were issued, once their messages have been tried. */
  async carried(organisation: number, index: number): Promise<IssuedPapersResponse> {
    // they are issued and written down: what fails now is tried by the outbox's next look
    await this.outbox.carryAll().catch(() => []);
    return issuedAt(this.reader.db, organisation, index);
  }
}
