import type { LockedProofsResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  daysOfPeriod,
  formatAmount,
  groupsOf,
  minor,
  type Period,
  type ProofKey,
} from '@just-ledger/core';
import { and, asc, eq, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { lockedProof, organisation as organisationTable } from '../../platform/database/schema.js';
import { defineReport } from '../../platform/threads/report.js';
import { defineReading } from '../../platform/threads/task.js';
import { type Organisation, organisationOf } from '../organisations/organisation-store.js';
import { proofsOfEntries } from './proof-readings.js';

/** So many months are proved in one go. */
const TOGETHER = 12;

/** The figures of a proof. */
interface Figures {
  readonly key: ProofKey;
  readonly left: number;
  readonly right: number;
}

/** A locked month, how many entries there were when it was locked, and its proofs. */
export interface ProvedMonth {
  readonly organisation: number;
  readonly period: Period;
  readonly entries: number;
  readonly proofs: readonly Figures[];
}

/**
 * Months that are locked and whose proofs were not kept yet, proved as at their last day. The lock and the figures are
 * read at one moment: a locked month takes no entry, so they are those of the lock.
 */
export const provedMonths = defineReading('provedMonths', (db: Db): ProvedMonth[] =>
  db
    .all<{ organisation: number; period: Period; entries: number }>(
      sql`SELECT organisation, period, entries FROM period_lock AS l WHERE period LIKE '____-__' AND NOT EXISTS (
          SELECT 1 FROM locked_proof AS p
          WHERE p.organisation = l.organisation AND p.period = l.period AND p.entries = l.entries)
        ORDER BY organisation, period LIMIT ${TOGETHER}`,
    )
    .map(({ organisation, period, entries }) => ({
      ...{ organisation, period, entries },
      proofs: figuresOf(db, organisationOf(db, organisation), period),
    })),
);

/** The proofs of locked months as they were kept, and whether entries of their days came since. */
export const lockedProofs = defineReport(
  'lockedProofs',
  (db: Db, { id, calendar, baseCurrency }: Organisation): LockedProofsResponse[] => {
    const latest = latestPlaces(db, id);
    const all = groupsOf(
      db.select().from(lockedProof).where(eq(lockedProof.organisation, id)).orderBy(asc(lockedProof.key)).all(),
      ({ period, entries }) => `${period} ${entries}`,
    );
    return locksOf(db, id).map(({ period, entries }) => {
      const kept = all.get(`${period} ${entries}`) ?? [];
      return {
        period,
        entries,
        keptAt: kept[0]?.at ?? null,
        hasLaterEntries: latest(daysOfPeriod(calendar, period).to) > entries,
        proofs: kept.map(({ key, left, right }) => ({
          key,
          left: formatAmount(minor(left), baseCurrency),
          right: formatAmount(minor(right), baseCurrency),
        })),
      };
    });
  },
);

/**
 * Locked months whose figures are not those that were kept, though no entry of their days came since: somebody has
 * changed the file.
 *
 * @returns sentences
 */
export function provedOtherwise(db: Db, id: number): string[] {
  const organisation = organisationOf(db, id);
  const latest = latestPlaces(db, id);
  return locksOf(db, id).flatMap(({ period, entries }) => {
    const kept = keptOf(db, id, period, entries);
    if (kept.length === 0 || latest(daysOfPeriod(organisation.calendar, period).to) > entries) return [];
    const now = new Map(figuresOf(db, organisation, period).map((figure) => [figure.key, figure]));
    return kept.flatMap(({ key, left, right, at }) => {
      const drawn = now.get(key);
      return drawn?.left === left && drawn.right === right
        ? []
        : [`The proof ${key} of ${period} is not what was kept of it on ${at.slice(0, 10)}.`];
    });
  });
}

/** Whether any organisation has a locked month whose proofs were not kept yet. */
export function hasUnproved(db: Db): boolean {
  return db
    .select({ id: organisationTable.id })
    .from(organisationTable)
    .all()
    .some(({ id }) => locksOf(db, id).some(({ period, entries }) => keptOf(db, id, period, entries).length === 0));
}

function locksOf(db: Db, organisation: number): { readonly period: Period; readonly entries: number }[] {
  return db.all(sql`SELECT period, entries FROM period_lock
    WHERE organisation = ${organisation} AND period LIKE '____-__' ORDER BY period`);
}

/** The proofs that were kept of a month locked with so many entries. */
export function keptOf(db: Db, organisation: number, period: Period, entries: number) {
  return db
    .select()
    .from(lockedProof)
    .where(
      and(
        eq(lockedProof.organisation, organisation),
        eq(lockedProof.period, period),
        eq(lockedProof.entries, entries),
      ),
    )
    .orderBy(asc(lockedProof.key))
    .all();
}

function figuresOf(db: Db, organisation: Organisation, period: Period): Figures[] {
  return proofsOfEntries(db, organisation, daysOfPeriod(organisation.calendar, period).to)
    .filter(({ unit }) => unit === 'amount')
    .map(({ key, left, right }) => ({ key, left, right }));
}

/** The place of the last entry dated up to a day, of those posted at any time; every entry read once. */
function latestPlaces(db: Db, organisation: number): (to: CivilDate) => number {
  const days = keptUntilCommit(db, `latest places ${organisation}`, () =>
    db.all<{ date: CivilDate; place: number }>(
      sql`SELECT date, max(place) AS place FROM entry WHERE organisation = ${organisation} GROUP BY date ORDER BY date`,
    ),
  );
  return (to) => days.reduce((latest, { date, place }) => (date <= to ? Math.max(latest, place) : latest), 0);
}
