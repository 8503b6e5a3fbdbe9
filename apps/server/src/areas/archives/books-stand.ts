import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';

/** How far an organisation's books are, as one text: it differs as soon as anything in them was changed. */
export function standOf(db: Db, organisation: number): string {
  const figureOf = (table: string, what: string): ReturnType<typeof sql> =>
    sql`(SELECT ${sql.raw(what)} FROM ${sql.raw(table)} WHERE organisation = ${organisation})`;
  const row = db.get<Record<string, unknown>>(sql`SELECT
    ${figureOf('entry', 'max(place)')} AS entries,
    ${figureOf('set_up_change', 'max(id)')} AS changes,
    ${figureOf('period_event', 'max(id)')} AS periods,
    ${figureOf('locked_proof', 'count(*)')} AS lockedProofs,
    ${figureOf('draft', "count(*) || ' ' || coalesce(max(updated_at || ' ' || version), '')")} AS drafts,
    ${figureOf('draft_event', 'count(*)')} AS draftEvents,
    ${figureOf('reversal_plan', 'count(*)')} AS reversalPlans,
    ${figureOf('attachment', "count(*) || ' ' || coalesce(max(discarded_at), '') || ' ' || count(discarded_at)")} AS attachments,
    ${figureOf('entry_attachment', "count(*) || ' ' || count(removed_at)")} AS entryAttachments,
    ${figureOf('finding_event', 'max(place)')} AS findingEvents,
    ${figureOf('profit_sharing', "count(*) || ' ' || coalesce(max(at), '')")} AS profitSharings,
    ${figureOf('pattern', "count(*) || ' ' || coalesce(max(updated_at || ' ' || version), '')")} AS patterns,
    ${figureOf('issued_papers', 'max(place)')} AS issuedPapers,
    ${figureOf('board_papers', "count(*) || ' ' || coalesce(max(updated_at || ' ' || version), '')")} AS boardPapers,
    ${figureOf('kept_report', "count(*) || ' ' || coalesce(max(updated_at || ' ' || version), '')")} AS keptReports,
    ${figureOf('arrangement', 'max(version)')} AS arrangement,
    ${figureOf('note', "count(*) || ' ' || coalesce(max(updated_at || ' ' || version), '')")} AS notes,
    ${figureOf('recurring_journal', "count(*) || ' ' || total(version)")} AS recurring,
    ${figureOf('recurring_version', "count(*) || ' ' || count(approved_at)")} AS recurringVersions,
    ${figureOf('occurrence', "count(*) || ' ' || count(told_at) || ' ' || coalesce(max(settled_at), '')")} AS occurrences,
    ${figureOf('holiday', "coalesce(group_concat(date || name), '')")} AS holidays,
    ${figureOf('take_on_row', "count(*) || ' ' || total(length(cells)) || ' ' || total(id)")} AS takeOn,
    ${figureOf('take_on_event', 'max(id)')} AS takeOnEvents,
    ${figureOf('paper_to_gather', "coalesce(group_concat(state || note), '')")} AS papers`);
  return JSON.stringify(row);
}
