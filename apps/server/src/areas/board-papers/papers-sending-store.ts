import type { PapersSendingResponse } from '@just-ledger/contract';
import { type CivilDate, type IssueDays, nextIssue } from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { papersSending, person } from '../../platform/database/schema.js';

/** A row of {@link papersSending}. */
export type PapersSending = typeof papersSending.$inferSelect;

/** The days on which papers are issued by themselves; undefined where nobody chose any. */
export function issueDaysOf({ every, firstDay }: Pick<PapersSending, 'every' | 'firstDay'>): IssueDays | undefined {
  return every && firstDay ? { every, firstDay } : undefined;
}

/** Where the papers of an organisation go, by their id. */
export function sendingsOf(db: Db, organisation: number): Map<number, PapersSendingResponse> {
  const rows = db
    .select({ row: papersSending, by: person.name })
    .from(papersSending)
    .innerJoin(person, eq(person.id, papersSending.changedBy))
    .where(eq(papersSending.organisation, organisation))
    .all();
  return new Map(rows.map(({ row, by }) => [row.papers, sendingResponse(row, by)]));
}

function sendingResponse(row: PapersSending, by: string): PapersSendingResponse {
  const { recipients, words, every, firstDay, waitsFor, through, version } = row;
  return { recipients, words, every, firstDay, next: nextDay(row, through), waitsFor, by, version };
}

function nextDay(row: PapersSending, through: CivilDate): CivilDate | null {
  const days = issueDaysOf(row);
  return days ? nextIssue(days, through) : null;
}
