import type { BoardPapersRequest, IssuedPapersResponse, KeptResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  isPlainLines,
  isPlainText,
  type Particulars,
  problem,
  type Problem,
} from '@just-ledger/core';
import { and, eq, inArray, isNotNull, lt, max, ne, sql } from 'drizzle-orm';
import { isRow, nextId } from '../../platform/database/next-id.js';
import { boardPapers, issuedPapers, keptReport, papersSending } from '../../platform/database/schema.js';
import { assertVersion, notFound, Refusal } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { keepAttachment, type SentPaper } from '../attachments/attachment-commands.js';
import { recordChange } from '../audit-trail/record-change.js';
import { issuedAt } from './issued-papers.js';
import { isPrintable } from './printed-kept-report.js';
import { type PapersMessage, sendIssued } from './send-papers.js';

type Papers = typeof boardPapers.$inferSelect;
type PapersPlace = Actor & { readonly id: number };

/** Puts kept reports together as one document. */
export const composePapers = defineCommand(
  'composePapers',
  (
    context: WriteContext,
    { organisation, person, request }: Actor & { readonly request: BoardPapersRequest },
  ): KeptResponse => {
    const { db, clock } = context;
    const id = nextId(db, boardPapers, organisation);
    const row: Papers = {
      organisation,
      id,
      ...askedPapers(context, { organisation, person, id }, request),
      changedBy: person,
      updatedAt: clock.moment(),
      version: 1,
    };
    db.insert(boardPapers).values(row).run();
    record(context, { organisation, person }, undefined, row);
    return { id, version: 1 };
  },
);

/** Puts them together otherwise. */
export const changePapers = defineCommand(
  'changePapers',
  (
    context: WriteContext,
    { organisation, person, id, request }: PapersPlace & { readonly request: BoardPapersRequest },
  ): KeptResponse => {
    const { db, clock } = context;
    const before = papersThere(context, organisation, id);
    assertVersion('board papers', request.version, before.version);
    const row: Papers = {
      ...before,
      ...askedPapers(context, { organisation, person, id }, request),
      changedBy: person,
      updatedAt: clock.moment(),
      version: before.version + 1,
    };
    db.update(boardPapers)
      .set(row)
      .where(isRow(boardPapers, organisation, id))
      .run();
    record(context, { organisation, person }, before, row);
    return { id, version: row.version };
  },
);

/** Takes them apart; the reports stay. @param version the one that was looked at */
export const dropPapers = defineCommand(
  'dropPapers',
  (
    context: WriteContext,
    { organisation, person, id, version }: PapersPlace & { readonly version: number },
  ): void => {
    const before = papersThere(context, organisation, id);
    assertVersion('board papers', version, before.version);
    context.db
      .delete(boardPapers)
      .where(isRow(boardPapers, organisation, id))
      .run();
    record(context, { organisation, person }, before, undefined);
  },
);

/** Papers whose file is on the disc already, of books that were so far. */
export interface PapersIssued {
  readonly name: string;
  readonly paper: SentPaper;
  readonly entries: number;
  readonly seal: string;
  /** The day for which they are issued by themselves. */
  readonly dueOn?: CivilDate;
}

/**
 * Writes down that papers were issued, with their file, and sends them where they go: all of it or nothing. For a day on which they are issued
 * by themselves this happens once, whoever looks at it meanwhile.
 *
 * @param papers their id
 * @param version the one that was looked at; left out where they are issued by themselves
 * @returns undefined if they were issued for that day already
 */
export const issuePapers = defineCommand(
  'issuePapers',
  (
    context: WriteContext,
    {
      papers,
      version,
      issued: { paper, ...issued },
      message,
      ...actor
    }: Actor & {
      readonly papers: number;
      readonly version: number | undefined;
      readonly issued: PapersIssued;
      readonly message: PapersMessage | undefined;
    },
  ): IssuedPapersResponse | undefined => {
    const { db, clock } = context;
    const { organisation, person } = actor;
    if (issued.dueOn !== undefined && !settledDay(context, organisation, papers, issued.dueOn)) return undefined;
    const { version: now } = papersThere(context, organisation, papers);
    if (version !== undefined) assertVersion('board papers', version, now);
    // who looked at them before they were issued does not issue them once more
    db.update(boardPapers)
      .set({ version: now + 1 })
      .where(isRow(boardPapers, organisation, papers))
      .run();
    const last = db
      .select({ place: max(issuedPapers.place) })
      .from(issuedPapers)
      .where(eq(issuedPapers.organisation, organisation))
      .get();
    const next = (last?.place ?? 0) + 1;
    const { id: attachment } = keepAttachment(context, { ...actor, paper });
    db.insert(issuedPapers)
      .values({ organisation, place: next, ...issued, attachment, issuedAt: clock.moment(), issuedBy: person })
      .run();
    if (message && message.recipients.length > 0) sendIssued(context, { ...actor, place: next, ...message });
    return issuedAt(db, organisation, next);
  },
);

/** Notes that a day is done with. @returns false where it was already, or papers are not issued by themselves any more */
function settledDay({ db }: WriteContext, organisation: number, papers: number, day: CivilDate): boolean {
  const { changes } = db
    .update(papersSending)
    .set({ through: day, waitsFor: null })
    .where(
      and(
        eq(papersSending.organisation, organisation),
        eq(papersSending.papers, papers),
        isNotNull(papersSending.every),
        lt(papersSending.through, day),
      ),
    )
    .run();
  return changes > 0;
}

function papersThere({ db }: WriteContext, organisation: number, id: number): Papers {
  const row = db
    .select()
    .from(boardPapers)
    .where(isRow(boardPapers, organisation, id))
    .get();
  if (!row) throw notFound('board papers');
  return row;
}

/** Papers as they are asked for. @throws {Refusal} 422 at what is wrong */
function askedPapers(
  { db }: WriteContext,
  { organisation, id }: PapersPlace,
  request: BoardPapersRequest,
): Pick<Papers, 'name' | 'subtitle' | 'reports' | 'isSigned'> {
  const problems: Problem[] = [];
  const name = request.name.trim();
  if (name === '' || !isPlainText(name, 120))
    problems.push(problem('papers-name', 'name', 'Give the papers a name of up to 120 characters on one line.'));
  const subtitle = request.subtitle.replaceAll('\r\n', '\n').trim();
  if (!isPlainLines(subtitle, 400))
    problems.push(problem('text', 'subtitle', 'Up to 400 characters stand under the name, in lines.'));
  const other = db
    .select({ name: boardPapers.name })
    .from(boardPapers)
    .where(
      and(eq(boardPapers.organisation, organisation), ne(boardPapers.id, id), sql`name = ${name} COLLATE NOCASE`),
    )
    .get();
  if (other)
    problems.push(problem('papers-name-taken', 'name', `There are “${other.name}” already. Take another name.`));
  const kept = db
    .select()
    .from(keptReport)
    .where(and(eq(keptReport.organisation, organisation), inArray(keptReport.id, request.reports)))
    .all();
  request.reports.forEach((report, index) => {
    const keptReport = kept.find((row) => row.id === report);
    const wrong = (code: string, message: string): void => {
      problems.push(problem(code, `reports.${index}`, message));
    };
    if (!keptReport) wrong('report-unknown', 'This report is not kept any more.');
    else if (!keptReport.isShared)
      wrong('report-own', `“${keptReport.name}” is kept for one person. Keep it for everybody first.`);
    else if (!isPrintable(keptReport.screen))
      wrong('report-unprinted', `“${keptReport.name}” cannot be printed with others.`);
  });
  if (problems.length > 0) throw new Refusal(422, problems);
  return { name, subtitle, reports: request.reports, isSigned: request.signed };
}

function record(context: WriteContext, actor: Actor, before: Papers | undefined, after: Papers | undefined): void {
  const { id = 0, name = '' } = after ?? before ?? {};
  const particularsOf = (row: Papers | undefined): Particulars | undefined =>
    row && {
      name: row.name,
      'under it': row.subtitle,
      reports: row.reports.map(String),
      'room to sign': row.isSigned,
    };
  recordChange(context, {
    ...actor,
    subject: 'board-papers',
    object: id,
    title: name,
    before: particularsOf(before),
    after: particularsOf(after),
  });
}
