import { dueIssue, mayDo } from '@just-ledger/core';
import { Injectable } from '@nestjs/common';
import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { boardPapers, organisation as organisations, papersSending, person } from '../../platform/database/schema.js';
import { LooksByItself } from '../../platform/jobs/look-by-itself.js';
import { messageOf } from '../../platform/problems/message-of.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { preferencesOf } from '../../platform/sessions/session-store.js';
import { Reader, Writer } from '../../platform/threads/threads.module.js';
import { organisationOf, roleOf } from '../organisations/organisation-store.js';
import { doRecurringByItself } from '../recurring/do-by-itself.js';
import { PapersIssuer } from './papers-issuer.js';
import { notePapersWait } from './papers-sending-commands.js';
import { issueDaysOf } from './papers-sending-store.js';

/** Issues board papers by themselves when their day has come. What cannot be issued says why, and is tried again. */
@Injectable()
export class PapersKeeper extends LooksByItself {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
    private readonly issuer: PapersIssuer,
  ) {
    super('board papers');
  }

  protected async doDue(): Promise<readonly string[]> {
    const due = papersDue(this.reader.db, ({ timeZone }) => this.reader.clock.today(timeZone));
    // what the day posts by itself belongs into what is drawn of it
    if (due.length > 0) await this.writer.run(doRecurringByItself, {});
    const failures: string[] = [];
    for (const papers of due) {
      try {
        await this.issueDue(papers);
      } catch (error) {
        if (!(error instanceof Refusal)) failures.push(`Board papers ${papers.name}: ${messageOf(error)}`);
        await this.wait(papers, error instanceof Refusal ? error.message : 'The server could not draw them.');
      }
    }
    return failures;
  }

  private async issueDue(due: PapersDue): Promise<void> {
    const { row, by, dueOn } = due;
    const role = roleOf(this.reader.db, row.organisation, row.changedBy);
    if (!role || !mayDo(role, 'issuePapers')) {
      await this.wait(due, `${by} may not issue papers any more. Let somebody who may save where they go.`);
      return;
    }
    await this.issuer.issue(organisationOf(this.reader.db, row.organisation), {
      papers: row.papers,
      person: row.changedBy,
      message: row,
      query: { size: preferencesOf(this.reader.db, row.changedBy).paper },
      dueOn,
    });
  }

  private async wait({ row: { organisation, papers, waitsFor } }: PapersDue, reason: string): Promise<void> {
    if (waitsFor !== reason) await this.writer.run(notePapersWait, { organisation, papers, reason });
  }
}

type PapersDue = ReturnType<typeof papersDue>[number];

/** Papers whose day has come, with the last such day. */
function papersDue(
  db: Db,
  todayIn: (organisation: { readonly timeZone: string }) => ReturnType<Reader['clock']['today']>,
) {
  return db
    .select({ row: papersSending, name: boardPapers.name, by: person.name, timeZone: organisations.timeZone })
    .from(papersSending)
    .innerJoin(
      boardPapers,
      and(eq(boardPapers.organisation, papersSending.organisation), eq(boardPapers.id, papersSending.papers)),
    )
    .innerJoin(person, eq(person.id, papersSending.changedBy))
    .innerJoin(organisations, eq(organisations.id, papersSending.organisation))
    .where(and(isNotNull(papersSending.every), isNull(organisations.archivedAt)))
    .all()
    .flatMap((papers) => {
      const days = issueDaysOf(papers.row);
      const dueOn = days && dueIssue(days, papers.row.through, todayIn(papers));
      return dueOn ? [{ ...papers, dueOn }] : [];
    });
}
