import type { ChangePersonRequest } from '@just-ledger/contract';
import { longMoment, type MemberRole, problem } from '@just-ledger/core';
import { and, eq, isNull, lt, sql } from 'drizzle-orm';
import { invitation, membership, passwordReset, person, session } from '../../platform/database/schema.js';
import { writeMessage } from '../../platform/outbox/outbox-store.js';
import { assertVersion, notFound, Refusal } from '../../platform/problems/refusal.js';
import { newToken } from '../../platform/sessions/link.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { personOfEmail } from '../../platform/sessions/session-store.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { recordChange } from '../audit-trail/record-change.js';
import { organisationOf, roleOf } from '../organisations/organisation-store.js';
import { invitationOfToken, type LinkOfMessage, outboxOf, versionOfRole } from './people-store.js';

const INVITED_FOR = 14 * 24 * 60 * 60 * 1000;
const RESET_FOR = 24 * 60 * 60 * 1000;

/** Offers an address a place; an invitation that it has already is withdrawn. Its link is made when an owner asks for it. */
export const invite = defineCommand(
  'invite',
  (context: WriteContext, { email, role, ...actor }: Actor & { email: string; role: MemberRole }): void => {
    const { db } = context;
    const known = personOfEmail(db, email);
    if (known && roleOf(db, actor.organisation, known.id)) {
      throw new Refusal(422, [problem('already-there', 'email', `${known.name} has a place here already.`)]);
    }
    const now = Date.now();
    db.update(invitation)
      .set({ endedAt: new Date(now).toISOString() })
      .where(
        and(
          eq(invitation.organisation, actor.organisation),
          sql`${invitation.email} = ${email} COLLATE NOCASE`,
          isNull(invitation.endedAt),
        ),
      )
      .run();
    const { id } = db
      .insert(invitation)
      .values({
        organisation: actor.organisation,
        email,
        role,
        tokenHash: newToken().tokenHash,
        invitedBy: actor.person,
        createdAt: new Date(now).toISOString(),
        expiresAt: new Date(now + INVITED_FOR).toISOString(),
      })
      .returning({ id: invitation.id })
      .get();
    const { name } = organisationOf(db, actor.organisation);
    writeMessage(db, {
      to: email,
      about: { organisation: actor.organisation },
      subject: `The books of ${name}`,
      body: `${nameOf(context, actor.person)} invites you to the books of ${name}, as ${role}.`,
    });
    recordChange(context, { ...actor, subject: 'invitation', object: id, title: email, after: { role } });
  },
);

/** Takes an invitation back before it was taken. */
export const withdrawInvitation = defineCommand(
  'withdrawInvitation',
  (context: WriteContext, { id, ...actor }: Actor & { id: number }): void => {
    const ended = context.db
      .update(invitation)
      .set({ endedAt: new Date().toISOString() })
      .where(and(eq(invitation.organisation, actor.organisation), eq(invitation.id, id), isNull(invitation.endedAt)))
      .returning()
      .get();
    if (!ended) throw notFound('invitation');
    const { role, email: title } = ended;
    recordChange(context, { ...actor, subject: 'invitation', object: id, title, before: { role } });
  },
);

/**
 * Gives whoever has the link the place it offers: the link says who was meant, the address only where they were reached.
 *
 * @param given who takes it: somebody with a sign-in, or a new name with an address and a password. @returns the id of the person
 */
export const takeInvitation = defineCommand(
  'takeInvitation',
  (
    context: WriteContext,
    {
      token,
      given,
    }: { token: string; given: { personId: number } | { email: string; name: string; passwordHash: string } },
  ): number => {
    const { db } = context;
    const offer = invitationOfToken(db, token);
    if (!offer) throw notFound('invitation');
    const now = new Date().toISOString();
    const taker =
      'personId' in given
        ? given.personId
        : db
            .insert(person)
            .values({ ...given, createdAt: now })
            .returning({ id: person.id })
            .get().id;
    db.update(invitation).set({ endedAt: now }).where(eq(invitation.id, offer.id)).run();
    const { organisation, role } = offer;
    if (roleOf(db, organisation, taker)) return taker;
    db.insert(membership).values({ organisation, person: taker, role, since: now }).run();
    const title = nameOf(context, taker);
    recordChange(context, { organisation, person: taker, subject: 'person', object: taker, title, after: { role } });
    return taker;
  },
);

/** Lets a person do more or less from now on. */
export const changeRole = defineCommand(
  'changeRole',
  (context: WriteContext, { id, request, ...actor }: Actor & { id: number; request: ChangePersonRequest }): void => {
    const { role } = request;
    const before = roleOf(context.db, actor.organisation, id);
    if (!before) throw notFound('person');
    assertVersion('person', request.version, versionOfRole(before));
    if (before === 'owner' && role !== 'owner') assertOtherOwner(context, actor, id);
    context.db
      .update(membership)
      .set({ role })
      .where(and(eq(membership.organisation, actor.organisation), eq(membership.person, id)))
      .run();
    const title = nameOf(context, id);
    recordChange(context, {
      ...actor,
      subject: 'person',
      object: id,
      title,
      before: { role: before },
      after: { role },
    });
  },
);

/** Takes a person's place away; what they wrote keeps their name. */
export const removePerson = defineCommand(
  'removePerson',
  (context: WriteContext, { id, version, ...actor }: Actor & { id: number; version: number }): void => {
    const before = roleOf(context.db, actor.organisation, id);
    if (!before) throw notFound('person');
    assertVersion('person', version, versionOfRole(before));
    if (before === 'owner') assertOtherOwner(context, actor, id);
    context.db
      .delete(membership)
      .where(and(eq(membership.organisation, actor.organisation), eq(membership.person, id)))
      .run();
    const title = nameOf(context, id);
    recordChange(context, { ...actor, subject: 'person', object: id, title, before: { role: before } });
  },
);

/**
 * Makes the link that a message is about: it leads there from now on, and none that was made before.
 *
 * @param tokenHash the hash of its token, which is all that is kept of it
 * @returns where it leads, and until when
 */
export const makeLink = defineCommand(
  'makeLink',
  (
    context: WriteContext,
    { id, tokenHash, version, ...actor }: Actor & { id: number; tokenHash: string; version: number },
  ): LinkOfMessage => {
    const { db } = context;
    const message = outboxOf(db, actor.organisation, actor.person).find((kept) => kept.id === id);
    if (!message) throw notFound('message');
    if (!message.link) {
      const why =
        'There is no link to be made: it was followed, its time is over, or a later message has taken its place.';
      throw new Refusal(409, [problem('no-link', '', why)]);
    }
    assertVersion('link', version, message.link.version);
    const { keptAt } = message.link;
    const made = { tokenHash, linkMadeAt: new Date().toISOString() };
    const { madeAt } = message.link;
    const before = { 'link made': madeAt && longMoment(madeAt) };
    const after = { 'link made': longMoment(made.linkMadeAt) };
    if ('invitation' in keptAt) {
      const { invitation: object } = keptAt;
      db.update(invitation).set(made).where(eq(invitation.id, object)).run();
      recordChange(context, { ...actor, subject: 'invitation', object, title: message.to, before, after });
    } else {
      const { person: object } = keptAt;
      db.update(passwordReset).set(made).where(eq(passwordReset.person, object)).run();
      const title = nameOf(context, object);
      recordChange(context, { ...actor, subject: 'person', object, title, before, after });
    }
    return message.link;
  },
);

/**
 * Writes for the owners that somebody asks for a new password. The way asked for before ends.
 *
 * @param tokenHash the hash of a link that was made at once; otherwise it is made when an owner asks for it
 */
export const offerPasswordReset = defineCommand(
  'offerPasswordReset',
  (context: WriteContext, { personId, tokenHash }: { personId: number; tokenHash?: string }): void => {
    const { db } = context;
    const now = Date.now();
    db.delete(passwordReset).where(eq(passwordReset.person, personId)).run();
    db.delete(passwordReset)
      .where(lt(passwordReset.expiresAt, new Date(now).toISOString()))
      .run();
    db.insert(passwordReset)
      .values({
        tokenHash: tokenHash ?? newToken().tokenHash,
        linkMadeAt: tokenHash === undefined ? null : new Date(now).toISOString(),
        person: personId,
        createdAt: new Date(now).toISOString(),
        expiresAt: new Date(now + RESET_FOR).toISOString(),
      })
      .run();
    const to = db.select().from(person).where(eq(person.id, personId)).get();
    writeMessage(db, {
      to: to?.email ?? '',
      about: { person: personId },
      subject: 'A new password',
      body: `Somebody, probably you, asked for a new password for ${to?.email}. If it was not you, nothing has changed and nothing needs to be done.`,
    });
  },
);

/** Sets a new password by the way that was asked for, once, and ends every session of the person. */
export const resetPassword = defineCommand(
  'resetPassword',
  (context: WriteContext, { tokenHash, passwordHash }: { tokenHash: string; passwordHash: string }): void => {
    const { db } = context;
    const way = db.delete(passwordReset).where(eq(passwordReset.tokenHash, tokenHash)).returning().get();
    if (!way || way.expiresAt <= new Date().toISOString()) throw notFound('way to a new password');
    db.update(person).set({ passwordHash }).where(eq(person.id, way.person)).run();
    db.delete(session).where(eq(session.person, way.person)).run();
  },
);

function nameOf(context: WriteContext, id: number): string {
  return context.db.select().from(person).where(eq(person.id, id)).get()?.name ?? '';
}

function assertOtherOwner(context: WriteContext, actor: Actor, id: number): void {
  const owners = context.db
    .select()
    .from(membership)
    .where(and(eq(membership.organisation, actor.organisation), eq(membership.role, 'owner')))
    .all();
  if (owners.some((owner) => owner.person !== id)) return;
  const message = 'Somebody has to own the books: make another person owner first.';
  throw new Refusal(422, [problem('last-owner', 'role', message)]);
}
