import type { OrganisationResponse, UnfinishedStartResponse } from '@just-ledger/contract';
import {
  type BooksCalendar,
  type CivilDate,
  type CurrencyCode,
  formatAmount,
  type MemberRole,
  minor,
  type Minor,
  type OrganisationKind,
  type PostsWhileClosing,
  problem,
} from '@just-ledger/core';
import { and, eq, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { arrival, membership, organisation, unfinishedStart } from '../../platform/database/schema.js';
import { notFound, Refusal } from '../../platform/problems/refusal.js';

/** An organisation as the server works with it. */
export interface Organisation {
  readonly id: number;
  readonly name: string;
  readonly kind: OrganisationKind;
  readonly baseCurrency: CurrencyCode;
  readonly calendar: BooksCalendar;
  readonly changeoverDate: CivilDate | null;
  readonly timeZone: string;
  /** From this amount on, who posts an entry is somebody else than who prepared it; null for never. */
  readonly twoPeopleFrom: Minor | null;
  readonly postsWhileClosing: PostsWhileClosing;
  readonly version: number;
  /** The moment at which the books were archived. */
  readonly archivedAt: string | null;
}

const organisationById = oncePerConnection((db) =>
  db
    .select()
    .from(organisation)
    .where(eq(organisation.id, sql.placeholder('id')))
    .prepare(),
);

/** The organisation with an id. @throws {Refusal} 404 */
export function organisationOf(db: Db, id: number): Organisation {
  const row = organisationById(db).get({ id });
  if (!row) throw notFound('organisation');
  return {
    id: row.id,
    name: row.name,
    kind: row.kind,
    baseCurrency: row.baseCurrency,
    calendar: {
      firstDay: row.firstDay,
      fiscalYearStartMonth: row.fiscalYearStartMonth,
      fiscalYearStartDay: row.fiscalYearStartDay,
    },
    changeoverDate: row.changeoverDate,
    timeZone: row.timeZone,
    twoPeopleFrom: row.twoPeopleFrom === null ? null : minor(row.twoPeopleFrom),
    postsWhileClosing: row.postsWhileClosing,
    version: row.version,
    archivedAt: row.archivedAt,
  };
}

/** Whether books are archived. */
export function isArchived(db: Db, id: number): boolean {
  const row = db.select({ at: organisation.archivedAt }).from(organisation).where(eq(organisation.id, id)).get();
  return row?.at !== null && row?.at !== undefined;
}

/** Whether nothing is done in books by itself: they are archived, or not all of them is there yet. */
export function isAtRest(db: Db, id: number): boolean {
  return isArchived(db, id) || isArriving(db, id);
}

/** Whether books are just being taken in from an archive. Of those nobody is a member: a mark on other books is none. */
export function isArriving(db: Db, id: number): boolean {
  const isMarked = db.select().from(arrival).where(eq(arrival.organisation, id)).get() !== undefined;
  return isMarked && db.select().from(membership).where(eq(membership.organisation, id)).get() === undefined;
}

/** Books that are archived are read only. @throws {Refusal} 409 */
export function assertNotArchived(db: Db, id: number): void {
  if (!isArchived(db, id)) return;
  throw new Refusal(409, [problem('archived', '', 'These books are archived: they can be read and not changed.')]);
}

/** What a person is in an organisation, if anything. */
export function roleOf(db: Db, organisationId: number, person: number): MemberRole | undefined {
  return db
    .select({ role: membership.role })
    .from(membership)
    .where(and(eq(membership.organisation, organisationId), eq(membership.person, person)))
    .get()?.role;
}

/** The organisations of a person, in the order of their names. */
export function organisationsOf(db: Db, person: number): OrganisationResponse[] {
  const mine = db.select().from(membership).where(eq(membership.person, person)).all();
  return mine
    .map(({ organisation: id, role }) => organisationResponse(organisationOf(db, id), role))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
}

/** The answers of a start that a person has not finished. */
export function unfinishedStartOf(db: Db, person: number): UnfinishedStartResponse {
  const row = db.select().from(unfinishedStart).where(eq(unfinishedStart.person, person)).get();
  return { answers: row?.answers ?? null, updatedAt: row?.updatedAt ?? null };
}

/** An organisation as it goes over the wire. */
export function organisationResponse(organisation: Organisation, role: MemberRole): OrganisationResponse {
  const { calendar, twoPeopleFrom, ...particulars } = organisation;
  const amount = twoPeopleFrom === null ? null : formatAmount(twoPeopleFrom, organisation.baseCurrency);
  return { ...particulars, ...calendar, twoPeopleFrom: amount, role };
}
