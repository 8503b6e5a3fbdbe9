import {
  entryNumber,
  explainedBy,
  type Explanation,
  FIRST_PREVIOUS_SEAL,
  groupsOf,
  lockedName,
  longMoment,
  minor,
  type Proof,
  proofOf,
} from '@just-ledger/core';
import { asc, eq, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { issuedPapers, periodEvent, periodLock, takeOnEvent } from '../../platform/database/schema.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** A seal that was kept when something happened: that of the last entry there was. */
export interface KeptSeal {
  /** What keeps it, as a sentence begins with it. */
  readonly keeper: string;
  /** How many entries there were. */
  readonly entries: number;
  readonly seal: string;
}

const EVENTS = { locked: 'lock', unlocked: 'unlocking', closed: 'closing', reopened: 'reopening' } as const;

/** Every seal that the books keep beside their entries: of locks, closings, sign-offs and issued papers. */
export function keptSealsOf(db: Db, { id, calendar }: Organisation): KeptSeal[] {
  const locks = db.select().from(periodLock).where(eq(periodLock.organisation, id)).orderBy(asc(periodLock.period));
  const events = db.select().from(periodEvent).where(eq(periodEvent.organisation, id)).orderBy(asc(periodEvent.id));
  const signOffs = db.select().from(takeOnEvent).where(eq(takeOnEvent.organisation, id)).orderBy(asc(takeOnEvent.id));
  const papers = db.select().from(issuedPapers).where(eq(issuedPapers.organisation, id)).orderBy(issuedPapers.place);
  return [
    ...locks.all().map(({ period, ...end }) => keptBy(`The lock of ${lockedName(calendar, period)}`, end)),
    ...events
      .all()
      .map(({ event, period, at, ...end }) =>
        keptBy(`The ${EVENTS[event]} of ${lockedName(calendar, period)} on ${longMoment(at)}`, end),
      ),
    ...signOffs
      .all()
      .map(({ event, at, ...end }) =>
        keptBy(`The ${event === 'reopened' ? 'reopening' : 'sign-off'} of the take-on on ${longMoment(at)}`, end),
      ),
    ...papers.all().map(({ name, issuedAt, ...end }) => keptBy(`${name}, issued on ${longMoment(issuedAt)},`, end)),
  ];
}

function keptBy(keeper: string, { entries, seal }: { entries: number; seal: string }): KeptSeal {
  return { keeper, entries, seal };
}

/** Every seal that was kept against the seal that its entry has now. @param beside seals that are kept beside the books */
export function keptSealsProof(db: Db, organisation: Organisation, beside: readonly KeptSeal[]): Proof {
  const kept = [...keptSealsOf(db, organisation), ...beside];
  const places = JSON.stringify(kept.map(({ entries }) => entries));
  const entries = new Map(
    db
      .all<{ place: number; year: string; number: number; seal: string }>(
        sql`SELECT place, year, number, seal FROM entry WHERE organisation = ${organisation.id}
          AND place IN (SELECT value FROM json_each(${places}))`,
      )
      .map((entry) => [entry.place, entry]),
  );
  const differing = kept.filter(
    ({ entries: place, seal }) => (place === 0 ? FIRST_PREVIOUS_SEAL : entries.get(place)?.seal) !== seal,
  );
  const explanations = [...groupsOf(differing, (seal) => seal.entries)].map(([place, seals]): Explanation => {
    const [{ keeper } = { keeper: '' }, ...others] = seals;
    const keepers = others.length === 0 ? `${keeper} keeps` : `${keeper} and ${others.length} more keep`;
    const entry = entries.get(place);
    const number = entry && entryNumber(entry.year, entry.number);
    const label = number
      ? `${keepers} another seal of entry ${number} than it has`
      : `${keepers} the seal of entry no. ${place}, which is not there`;
    return { label, amount: minor(seals.length), entry: number };
  });
  const [first] = explanations;
  return explainedBy(
    proofOf('kept-seals', {
      leftLabel: 'Seals kept',
      left: minor(kept.length),
      rightLabel: 'Seals that their entry has',
      right: minor(kept.length - differing.length),
      unit: 'seals',
      remark: first
        ? `${first.label}: one of the two has been changed.`
        : 'Kept with locks, closings, sign-offs and issued papers, with backups, and beside the books.',
    }),
    explanations,
  );
}
