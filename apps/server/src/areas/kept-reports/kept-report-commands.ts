import type { KeptReportRequest, KeptResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  isCivilDate,
  mayDo,
  isPlainText,
  parseCivilDate,
  type Particulars,
  problem,
  type Problem,
  RELATIVE_SPANS,
} from '@just-ledger/core';
import { and, eq, ne, sql } from 'drizzle-orm';
import { isRow, nextId } from '../../platform/database/next-id.js';
import { boardPapers, keptReport } from '../../platform/database/schema.js';
import { assertVersion, notFound, Refusal, unprocessable } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { recordChange } from '../audit-trail/record-change.js';
import { roleOf } from '../organisations/organisation-store.js';

type Kept = typeof keptReport.$inferSelect;
type KeptPlace = Actor & { readonly id: number };

/** Keeps a report under a name. */
export const keepReport = defineCommand(
  'keepReport',
  (
    context: WriteContext,
    { organisation, person, request }: Actor & { readonly request: KeptReportRequest },
  ): KeptResponse => {
    const { db, clock } = context;
    const id = nextId(db, keptReport, organisation);
    const row: Kept = {
      organisation,
      id,
      ...askedReport(context, { organisation, person, id }, request),
      createdBy: person,
      updatedAt: clock.moment(),
      version: 1,
    };
    db.insert(keptReport).values(row).run();
    record(context, { organisation, person }, undefined, row);
    return { id, version: 1 };
  },
  { besideEntryFile: 'allowed' },
);

/** Keeps it under another name, with other settings, or for others. */
export const changeKeptReport = defineCommand(
  'changeKeptReport',
  (
    context: WriteContext,
    { organisation, person, id, request }: KeptPlace & { readonly request: KeptReportRequest },
  ): KeptResponse => {
    const { db, clock } = context;
    const before = keptThere(context, { organisation, person, id });
    assertVersion('kept report', request.version, before.version);
    if (!request.shared || request.screen !== before.screen) assertInNoPapers(context, before);
    const row: Kept = {
      ...before,
      ...askedReport(context, { organisation, person: before.createdBy, id }, request, person),
      updatedAt: clock.moment(),
      version: before.version + 1,
    };
    db.update(keptReport)
      .set(row)
      .where(isRow(keptReport, organisation, id))
      .run();
    record(context, { organisation, person }, before, row);
    return { id, version: row.version };
  },
  { besideEntryFile: 'allowed' },
);

/** Keeps it no longer. @param version the one that was looked at */
export const dropKeptReport = defineCommand(
  'dropKeptReport',
  (context: WriteContext, { organisation, person, id, version }: KeptPlace & { readonly version: number }): void => {
    const before = keptThere(context, { organisation, person, id });
    assertVersion('kept report', version, before.version);
    assertInNoPapers(context, before);
    context.db
      .delete(keptReport)
      .where(isRow(keptReport, organisation, id))
      .run();
    record(context, { organisation, person }, before, undefined);
  },
  { besideEntryFile: 'allowed' },
);

/** One that somebody may change: one’s own, or everybody’s for whoever prepares. @throws {Refusal} 404 for others’, 403 */
function keptThere(context: WriteContext, { organisation, person, id }: KeptPlace): Kept {
  const row = context.db
    .select()
    .from(keptReport)
    .where(isRow(keptReport, organisation, id))
    .get();
  if (!row || (!row.isShared && row.createdBy !== person)) throw notFound('kept report');
  if (row.isShared) assertMayShare(context, organisation, person);
  return row;
}

/** Board papers are printed whole: what they print stays. @throws {Refusal} 422 */
function assertInNoPapers({ db }: WriteContext, { organisation, id, name }: Kept): void {
  const papers = db
    .select({ name: boardPapers.name })
    .from(boardPapers)
    .where(
      and(
        eq(boardPapers.organisation, organisation),
        sql`EXISTS (SELECT 1 FROM json_each(${boardPapers.reports}) WHERE value = ${id})`,
      ),
    )
    .get();
  if (!papers) return;
  const message = `“${name}” stands in the board papers “${papers.name}”. Take it out of them first.`;
  throw unprocessable('report-in-papers', 'shared', message);
}

function assertMayShare(context: WriteContext, organisation: number, person: number): void {
  if (mayDo(roleOf(context.db, organisation, person) ?? 'reader', 'shareReports')) return;
  const message = 'What everybody has takes a preparer. You can keep it for yourself.';
  throw new Refusal(403, [problem('role', 'shared', message)]);
}

/**
 * A report as it is asked to be kept.
 *
 * @param owner whose it is
 * @param by who asks
 * @throws {Refusal} 422 at what is wrong, 403 where it takes another role
 */
function askedReport(
  context: WriteContext,
  owner: KeptPlace,
  request: KeptReportRequest,
  by = owner.person,
): Pick<Kept, 'name' | 'screen' | 'settings' | 'span' | 'firstDay' | 'lastDay' | 'isShared'> {
  const { organisation } = owner;
  if (request.shared) assertMayShare(context, organisation, by);
  const problems: Problem[] = [];
  const name = request.name.trim();
  if (name === '' || !isPlainText(name, 120))
    problems.push(problem('kept-name', 'name', 'Give the report a name of up to 120 characters on one line.'));
  const other = takenBy(context, owner, name, request.shared);
  if (other !== undefined)
    problems.push(problem('kept-name-taken', 'name', `There is “${other}” already. Take another name.`));
  const day = (path: 'from' | 'to'): CivilDate | null => {
    const text = request[path];
    if (request.span !== undefined) return null;
    if (text !== undefined && isCivilDate(text)) return parseCivilDate(text);
    problems.push(problem('not-a-date', path, 'Give the days, or such as go on with time.'));
    return null;
  };
  const [firstDay, lastDay] = [day('from'), day('to')];
  if (firstDay && lastDay && firstDay > lastDay)
    problems.push(problem('span', 'to', 'The last day is before the first.'));
  const keys = request.settings.map(({ key }) => key);
  if (new Set(keys).size < keys.length)
    problems.push(problem('setting-twice', 'settings', 'A setting stands there twice.'));
  request.settings.forEach(({ value }, index) => {
    if (!isPlainText(value, 400))
      problems.push(problem('text', `settings.${index}.value`, 'A setting is up to 400 characters on one line.'));
  });
  if (problems.length > 0) throw new Refusal(422, problems);
  return {
    name,
    screen: request.screen,
    settings: request.settings.map(({ key, value }) => ({ key, value })),
    span: request.span ?? null,
    firstDay,
    lastDay,
    isShared: request.shared,
  };
}

/** The name of another one that is called so, large letters or small: among everybody’s, or among one’s own. */
function takenBy(
  { db }: WriteContext,
  { organisation, person, id }: KeptPlace,
  name: string,
  isShared: boolean,
): string | undefined {
  return db
    .select({ name: keptReport.name })
    .from(keptReport)
    .where(
      and(
        eq(keptReport.organisation, organisation),
        ne(keptReport.id, id),
        eq(keptReport.isShared, isShared),
        isShared ? undefined : eq(keptReport.createdBy, person),
        sql`name = ${name} COLLATE NOCASE`,
      ),
    )
    .get()?.name;
}

/** What everybody has leaves a trail; what somebody keeps for themselves does not. */
function record(context: WriteContext, actor: Actor, before: Kept | undefined, after: Kept | undefined): void {
  const particularsOf = (row: Kept | undefined): Particulars | undefined =>
    row?.isShared
      ? {
          name: row.name,
          screen: row.screen,
          settings: row.settings.map(({ key, value }) => `${key}: ${value}`),
          days: row.span ? RELATIVE_SPANS[row.span] : `${row.firstDay} to ${row.lastDay}`,
        }
      : undefined;
  const [was, now] = [particularsOf(before), particularsOf(after)];
  if (!was && !now) return;
  const { id = 0, name = '' } = after ?? before ?? {};
  recordChange(context, { ...actor, subject: 'kept-report', object: id, title: name, before: was, after: now });
}
