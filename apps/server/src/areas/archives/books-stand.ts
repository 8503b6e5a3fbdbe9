import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';

/** How far an organisation's books are, as one text: it differs as soon as anything in them was changed. */
export function standOf(db: Db, organisation: number): string {
  const of = (table: string, what: string): ReturnType<typeof sql> =>
    sql`(SELECT ${sql.raw(what)} FROM ${sql.raw(table)} WHERE organisation = ${organisation})`;
  const row = db.get<Record<string, unknown>>(sql`SELECT
    ${of('entry', 'max(place)')} AS entries,
    ${of('set_up_change', 'max(id)')} AS changes,
    ${of('period_event', 'max(id)')} AS periods,
    ${of('locked_proof', 'count(*)')} AS lockedProofs,
    ${of('draft', "count(*) || ' ' || coalesce(max(updated_at || ' ' || version), '')")} AS drafts,
    ${of('draft_event', 'count(*)')} AS draftEvents,
    ${of('reversal_plan', 'count(*)')} AS reversalPlans,
    ${of('attachment', "count(*) || ' ' || coalesce(max(discarded_at), '') || ' ' || count(discarded_at)")} AS attachments,
    ${of('entry_attachment', "count(*) || ' ' || count(removed_at)")} AS entryAttachments,
    ${of('finding_event', 'max(place)')} AS findingEvents,
    ${of('profit_sharing', "count(*) || ' ' || coalesce(max(at), '')")} AS profitSharings,
    ${of('pattern', "count(*) || ' ' || coalesce(max(updated_at || ' ' || version), '')")} AS patterns,
    ${of('issued_papers', 'max(place)')} AS issuedPapers,
    ${of('board_papers', "count(*) || ' ' || coalesce(max(updated_at || ' ' || version), '')")} AS boardPapers,
    ${of('kept_report', "count(*) || ' ' || coalesce(max(updated_at || ' ' || version), '')")} AS keptReports,
    ${of('arrangement', 'max(version)')} AS arrangement,
    ${of('note', "count(*) || ' ' || coalesce(max(updated_at || ' ' || version), '')")} AS notes,
    ${of('recurring_journal', "count(*) || ' ' || total(version)")} AS recurring,
    ${of('recurring_version', "count(*) || ' ' || count(approved_at)")} AS recurringVersions,
    ${of('occurrence', "count(*) || ' ' || count(told_at) || ' ' || coalesce(max(settled_at), '')")} AS occurrences,
    ${of('holiday', "coalesce(group_concat(date || name), '')")} AS holidays,
    ${of('take_on_row', "count(*) || ' ' || total(length(cells)) || ' ' || total(id)")} AS takeOn,
    ${of('take_on_event', 'max(id)')} AS takeOnEvents,
    ${of('paper_to_gather', "coalesce(group_concat(state || note), '')")} AS papers`);
  return JSON.stringify(row);
}
