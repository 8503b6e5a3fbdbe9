import type {
  InvitationResponse,
  OfferedLinkResponse,
  OutboxMessageResponse,
  PersonResponse,
} from '@just-ledger/contract';
import { type MemberRole, versionOf } from '@just-ledger/core';
import { and, eq, gt, isNull } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { invitation, membership, passwordReset, person } from '../../platform/database/schema.js';
import { type KeptMessage, messagesFor } from '../../platform/outbox/outbox-store.js';
import { hashToken, type Person, signInAddress } from '../../platform/sessions/session-store.js';

/** An invitation as it is kept. */
export type Invitation = typeof invitation.$inferSelect;

/** The people of an organisation by name. */
export function peopleOf(db: Db, organisation: number, you: number): PersonResponse[] {
  return db
    .select({
      id: person.id,
      name: person.name,
      email: signInAddress,
      role: membership.role,
      since: membership.since,
    })
    .from(membership)
    .innerJoin(person, eq(person.id, membership.person))
    .where(eq(membership.organisation, organisation))
    .all()
    .map((member) => ({ ...member, you: member.id === you, version: versionOfRole(member.role) }))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
}

/** The version of what a person may do. */
export function versionOfRole(role: MemberRole): number {
  return versionOf({ role });
}

/** The invitations to an organisation that have not been taken, the latest first. */
export function openInvitations(db: Db, organisation: number): InvitationResponse[] {
  const now = new Date().toISOString();
  return db
    .select({
      id: invitation.id,
      email: invitation.email,
      role: invitation.role,
      invitedBy: person.name,
      createdAt: invitation.createdAt,
      expiresAt: invitation.expiresAt,
    })
    .from(invitation)
    .innerJoin(person, eq(person.id, invitation.invitedBy))
    .where(and(eq(invitation.organisation, organisation), isNull(invitation.endedAt)))
    .all()
    .map((invitation) => ({ ...invitation, expired: invitation.expiresAt <= now }))
    .reverse();
}

/** The invitation that a link leads to, unless it was taken or withdrawn or its time is over. */
export function invitationOfToken(db: Db, token: string): Invitation | undefined {
  const found = db
    .select()
    .from(invitation)
    .where(and(eq(invitation.tokenHash, hashToken(token)), isNull(invitation.endedAt)))
    .get();
  return found && found.expiresAt > new Date().toISOString() ? found : undefined;
}

/** Whose way to a new password has this hash, unless its time is over. */
export function personOfWay(db: Db, tokenHash: string): Person | undefined {
  const now = new Date().toISOString();
  return db
    .select({ id: person.id, name: person.name, email: signInAddress })
    .from(passwordReset)
    .innerJoin(person, eq(person.id, passwordReset.person))
    .where(and(eq(passwordReset.tokenHash, tokenHash), gt(passwordReset.expiresAt, now)))
    .get();
}

/** The link that a message is about, and where its hash is kept. */
export interface LinkOfMessage extends OfferedLinkResponse {
  readonly keptAt: { readonly invitation: number } | { readonly person: number };
}

/**
 * The messages that an owner may read, the latest first, with the links that can be made for them: of those to the same
 * person about the same thing, for the latest.
 */
export function outboxOf(
  db: Db,
  organisation: number,
  owner: number,
): (KeptMessage & { link: LinkOfMessage | null })[] {
  const links = new Map<string | number, LinkOfMessage>([...invitationLinks(db, organisation), ...passwordLinks(db)]);
  return messagesFor(db, organisation, owner).map((message) => {
    const key = message.person === null ? message.to.toLowerCase() : message.person;
    const link = message.state === 'held' ? links.get(key) : undefined;
    if (link) links.delete(key);
    return { ...message, link: link ?? null };
  });
}

/** A message as it goes over the wire. */
export function outboxMessageResponse({
  person: _,
  link,
  ...message
}: KeptMessage & { link: LinkOfMessage | null }): OutboxMessageResponse {
  if (!link) return { ...message, link };
  const { keptAt: _kept, ...offered } = link;
  return { ...message, link: offered };
}

function invitationLinks(db: Db, organisation: number): [string, LinkOfMessage][] {
  const now = new Date().toISOString();
  return db
    .select()
    .from(invitation)
    .where(and(eq(invitation.organisation, organisation), isNull(invitation.endedAt), gt(invitation.expiresAt, now)))
    .all()
    .map(({ id, email, expiresAt, linkMadeAt }) => [
      email.toLowerCase(),
      offered('invitation', expiresAt, linkMadeAt, { invitation: id }),
    ]);
}

function offered(
  leadsTo: LinkOfMessage['leadsTo'],
  expiresAt: string,
  madeAt: string | null,
  keptAt: LinkOfMessage['keptAt'],
): LinkOfMessage {
  return { leadsTo, expiresAt, madeAt, version: versionOf({ madeAt, ...keptAt }), keptAt };
}

function passwordLinks(db: Db): [number, LinkOfMessage][] {
  const now = new Date().toISOString();
  return db
    .select()
    .from(passwordReset)
    .where(gt(passwordReset.expiresAt, now))
    .all()
    .map(({ person: asked, expiresAt, linkMadeAt }) => [
      asked,
      offered('new-password', expiresAt, linkMadeAt, { person: asked }),
    ]);
}
