import { expect } from '@jest/globals';
import type { MemberRole } from '@just-ledger/core';
import type { RunningServer } from './running-server.js';

export const PASSWORD = 'a long enough one';

/** A message of the outbox. */
export interface Message {
  readonly id: number;
  readonly to: string;
  readonly link: {
    readonly leadsTo: string;
    readonly expiresAt: string;
    readonly madeAt: string | null;
    readonly version: number;
  } | null;
  readonly subject: string;
  readonly body: string;
}

/** What the outbox of some books holds, the latest first. */
export async function outboxOf(server: RunningServer, path: string): Promise<Message[]> {
  return (await server.request('GET', `${path}/outbox`)).body as Message[];
}

/** Has the link of a message made, and answers its token. */
export async function tokenOf(message: Message | undefined, by: RunningServer, path: string): Promise<string> {
  const { link } = await by.done('POST', `${path}/outbox/${message?.id}/link`, { version: message?.link?.version });
  return String(link).split('/').at(-1) ?? '';
}

/** Invites an address and answers the token of its link. */
export async function invite(email: string, role: MemberRole, by: RunningServer, path: string): Promise<string> {
  const reply = await by.request('POST', `${path}/invitations`, { email, role });
  expect(reply.status).toBe(201);
  const [latest] = await outboxOf(by, path);
  return tokenOf(latest, by, path);
}

/** Somebody new with a role, signed in. */
export async function member(
  name: string,
  role: MemberRole,
  by: RunningServer,
  path: string,
): Promise<RunningServer> {
  const token = await invite(`${name}@sallow-reach.test`, role, by, path);
  const runningServer = by.signedOut();
  const reply = await runningServer.request('POST', `/api/invitations/${token}`, { name, password: PASSWORD });
  expect([reply.status, reply.body.person]).toMatchObject([200, { email: `${name}@sallow-reach.test`, name }]);
  return runningServer;
}
