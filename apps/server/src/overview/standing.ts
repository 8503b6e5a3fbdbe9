import type { StandingAnswer } from '@just-ledger/contract';
import { parseCivilDate } from '@just-ledger/core';
import { eq, sql } from 'drizzle-orm';
import { fiscalYearsAnswer } from '../closing/period-store.js';
import type { Db } from '../database/connection.js';
import { draft, entry } from '../database/schema.js';
import { papersOf } from '../gathering/paper-store.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { proofReadings } from '../proofs/proof-readings.js';
import { dueDates, recurringRows } from '../recurring/recurring-store.js';

/** What is told of an organisation beside its name; drawn beside the requests, since proofs read lines. */
export const standingReadings = {
  /** Where an organisation stands on a day. */
  standingOf(db: Db, { organisation, today: day }: { organisation: number; today: string }): StandingAnswer {
    const today = parseCivilDate(day);
    const of = organisationOf(db, organisation);
    const posted = db
      .select({ entries: sql<number>`count(*)`, lastDate: sql<string | null>`max(${entry.date})` })
      .from(entry)
      .where(eq(entry.organisation, organisation))
      .get();
    const drafts = db
      .select({ count: sql<number>`count(*)` })
      .from(draft)
      .where(eq(draft.organisation, organisation))
      .get();
    const { years } = fiscalYearsAnswer(db, of, today);
    const isOver = (to: string): boolean => to < today;
    const months = years.filter((year) => !year.closed).flatMap((year) => year.periods);
    const toClose = years.find(
      (year) => isOver(year.to) && !year.closed && year.periods.some((period) => period.entries > 0),
    );
    const isYoung = !years.some((year) => year.closed || year.periods.some((period) => period.locked));
    const proofs = proofReadings.proofsAt(db, { organisation, asAt: today });
    return {
      organisation,
      entries: posted?.entries ?? 0,
      lastDate: posted?.lastDate ?? null,
      drafts: drafts?.count ?? 0,
      due: recurringRows(db, organisation).reduce((sum, row) => sum + dueDates(db, row, today).length, 0),
      openMonths: months.filter((period) => isOver(period.to) && period.entries > 0 && !period.locked).length,
      yearToClose: toClose?.name ?? null,
      papersWanted: isYoung ? papersOf(db, of).filter((paper) => paper.state === 'wanted').length : 0,
      proofs: proofs.length,
      proofsFailing: proofs.filter((proof) => !proof.holds).length,
    };
  },
};
