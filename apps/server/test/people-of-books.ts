import { expect } from '@jest/globals';
import type { MemberRole } from '@just-ledger/core';
import type { RunningServer } from './running-server.js';

export const PASSWORD = 'a long enough one';

/** A message of the outbox. */
export interface Message {
  readonly to: string;
  readonly subject: string;
  readonly body: string;
}

/** What the outbox of some books holds, the latest first. */
export async function outboxOf(server: RunningServer, path: string): Promise<Message[]> {
  return (await server.request('GET', `${path}/outbox`)).body as Message[];
}

/** The token of the link in a message. */
export function tokenIn({ body }: Message): string {
  return /\/(?:invitation|new-password)\/(\S+)/.exec(body)?.[1] ?? '';
}

/** Invites an address and answers the token of its link. */
export async function invite(email: string, role: MemberRole, by: RunningServer, path: string): Promise<string> {
  const reply = await by.request('POST', `${path}/invitations`, { email, role });
  expect(reply.status).toBe(201);
  const [latest] = await outboxOf(by, path);
  return tokenIn(latest as Message);
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
