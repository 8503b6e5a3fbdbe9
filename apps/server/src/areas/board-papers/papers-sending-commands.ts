import type { KeptResponse, PapersSendingRequest } from '@just-ledger/contract';
import {
  type CivilDate,
  doneWhenChosen,
  isCivilDate,
  issueDaysInWords,
  type Particulars,
  parseCivilDate,
  problem,
  type Problem,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { isRow } from '../../platform/database/next-id.js';
import { boardPapers, papersSending } from '../../platform/database/schema.js';
import { assertVersion, notFound, Refusal } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { recordChange } from '../audit-trail/record-change.js';
import { todayOf } from '../organisations/today-of.js';
import { issueDaysOf, type PapersSending } from './papers-sending-store.js';
import { askedAddresses, wordsProblems } from './send-papers.js';

/** Says where papers go when they are issued, and whether they are issued by themselves. Who says so answers for it. */
export const setPapersSending = defineCommand(
  'setPapersSending',
  (
    context: WriteContext,
    { organisation, person, id, request }: Actor & { readonly id: number; readonly request: PapersSendingRequest },
  ): KeptResponse => {
    const { db, clock } = context;
    const papers = db
      .select()
      .from(boardPapers)
      .where(isRow(boardPapers, organisation, id))
      .get();
    if (!papers) throw notFound('board papers');
    const ofPapers = and(eq(papersSending.organisation, organisation), eq(papersSending.papers, id));
    const before = db.select().from(papersSending).where(ofPapers).get();
    assertVersion('board papers', request.version, before?.version ?? 0);
    const asked = askedSending(request);
    const isSame = before?.every === asked.every && before.firstDay === asked.firstDay;
    const row: PapersSending = {
      organisation,
      papers: id,
      ...asked,
      through: isSame ? before.through : doneWhenChosen(todayOf(context, organisation)),
      // tried anew by whoever answers for it now
      waitsFor: null,
      changedBy: person,
      updatedAt: clock.moment(),
      version: (before?.version ?? 0) + 1,
    };
    if (before) db.update(papersSending).set(row).where(ofPapers).run();
    else db.insert(papersSending).values(row).run();
    recordChange(context, {
      organisation,
      person,
      subject: 'board-papers',
      object: id,
      title: papers.name,
      before: before ? particularsOf(before) : {},
      after: particularsOf(row),
    });
    return { id, version: row.version };
  },
);

/** Notes why papers were not issued on their day. */
export const notePapersWait = defineCommand(
  'notePapersWait',
  (
    { db }: WriteContext,
    {
      organisation,
      papers,
      reason,
    }: { readonly organisation: number; readonly papers: number; readonly reason: string },
  ): void => {
    db.update(papersSending)
      .set({ waitsFor: reason })
      .where(and(eq(papersSending.organisation, organisation), eq(papersSending.papers, papers)))
      .run();
  },
);

/** @throws {Refusal} 422 at what is wrong */
function askedSending(
  request: PapersSendingRequest,
): Pick<PapersSending, 'recipients' | 'words' | 'every' | 'firstDay'> {
  const problems: Problem[] = [...wordsProblems(request.words)];
  const recipients = askedAddresses(request.recipients, problems);
  const every = request.every ?? null;
  let firstDay: CivilDate | null = null;
  if (every) {
    const typed = request.firstDay ?? '';
    if (isCivilDate(typed)) firstDay = parseCivilDate(typed);
    else problems.push(problem('not-a-date', 'firstDay', 'Say on which day they are issued first.'));
  }
  if (problems.length > 0) throw new Refusal(422, problems);
  return { recipients, words: request.words.trim(), every, firstDay };
}

function particularsOf(row: PapersSending): Particulars {
  const days = issueDaysOf(row);
  return {
    'go to': row.recipients,
    'with the words': row.words,
    'issued by themselves': days ? `${issueDaysInWords(days)}; from ${days.firstDay}` : '',
  };
}
