import type { IssuedPapersResponse, SendPapersRequest } from '@just-ledger/contract';
import { isPlainLines, problem, type Problem } from '@just-ledger/core';
import { isEmail } from 'class-validator';
import { and, eq } from 'drizzle-orm';
import { attachment, person } from '../../platform/database/schema.js';
import { writeMessage } from '../../platform/outbox/outbox-store.js';
import { changedSince, notFound, Refusal } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { recordChange } from '../audit-trail/record-change.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { issuedAt } from './issued-papers.js';

/** Sends papers that were issued: the file as it is kept, to each address by itself. */
export const sendPapers = defineCommand(
  'sendPapers',
  (
    context: WriteContext,
    { request, ...asked }: Actor & { readonly place: number; readonly request: SendPapersRequest },
  ): IssuedPapersResponse => {
    const message = askedMessage(request);
    assertNotSentSince(context, asked, request.version);
    sendIssued(context, { ...asked, ...message });
    return issuedAt(context.db, asked.organisation, asked.place);
  },
);

/** Whoever sends papers has seen to whom they went already. @throws {Refusal} 409 where they went to somebody else since */
function assertNotSentSince(
  { db }: WriteContext,
  { organisation, place }: { readonly organisation: number; readonly place: number },
  lookedAt: number,
): void {
  const { sent, version } = issuedAt(db, organisation, place);
  if (lookedAt === version) return;
  const since = sent.filter(({ message }) => message > lookedAt);
  if (since.length === 0) throw changedSince('message', 'version');
  const names = [...new Set(since.map(({ to }) => to))].join(', ');
  const message = `They were sent to ${names} since you opened this. Nothing was sent now.`;
  throw new Refusal(409, [problem('changed-since', 'version', message)]);
}

/** What is sent, and to whom. */
export interface PapersMessage {
  readonly recipients: readonly string[];
  readonly words: string;
}

/** Whom papers are to be sent to, with which words. @throws {Refusal} 422 at what is wrong */
export function askedMessage(request: PapersMessage): PapersMessage {
  const problems = [...wordsProblems(request.words)];
  const recipients = askedAddresses(request.recipients, problems);
  if (problems.length === 0 && recipients.length === 0)
    problems.push(problem('no-recipient', 'recipients', 'Name an address.'));
  if (problems.length > 0) throw new Refusal(422, problems);
  return { recipients, words: request.words.trim() };
}

/** Addresses as they are asked for, each once. @param problems where those are put that are none */
export function askedAddresses(typed: readonly string[], problems: Problem[]): string[] {
  const all = typed.map((text) => text.trim());
  const wrong = all.filter((address) => !isEmail(address));
  if (wrong.length > 0) {
    const named = wrong.map((address) => `“${address}”`).join(', ');
    const what = wrong.length === 1 ? 'is no e-mail address' : 'are no e-mail addresses';
    problems.push(problem('email', 'recipients', `${named} ${what}.`));
  }
  return [...new Map(all.map((address) => [address.toLowerCase(), address])).values()];
}

/** What is wrong with the words of a message. */
export function wordsProblems(words: string): Problem[] {
  if (isPlainLines(words.replaceAll('\r\n', '\n'), 2000)) return [];
  return [problem('text', 'words', 'A message has up to 2,000 characters, in lines.')];
}

/** Writes a message with issued papers for each address, in the transaction that is under way. */
export function sendIssued(
  context: WriteContext,
  { organisation, person: by, place, recipients, words }: Actor & PapersMessage & { readonly place: number },
): void {
  const { db } = context;
  const { name, attachment: paper, sha256, entries, seal, sent } = issuedAt(db, organisation, place);
  const waiting = recipients.filter((to) =>
    sent.some((sentPapers) => sentPapers.state === 'waiting' && sentPapers.to.toLowerCase() === to.toLowerCase()),
  );
  if (waiting.length > 0) {
    const message = `A message to ${waiting.join(', ')} waits to go out already.`;
    throw new Refusal(409, [problem('message-waits', 'recipients', message)]);
  }
  const { name: books } = organisationOf(db, organisation);
  const sender = db.select({ name: person.name, email: person.email }).from(person).where(eq(person.id, by)).get();
  if (!sender) throw notFound('person');
  const file = db
    .select({ name: attachment.name })
    .from(attachment)
    .where(and(eq(attachment.organisation, organisation), eq(attachment.id, paper)))
    .get();
  const body = [
    words || `${name} of ${books} are attached.`,
    `${sender.name}\n${books}`,
    [
      `The file: ${file?.name ?? name}`,
      `Its SHA-256: ${sha256}`,
      ...(entries > 0
        ? [`The seal of the books, after ${entries === 1 ? '1 entry' : `${entries} entries`}: ${seal}`]
        : []),
    ].join('\n'),
  ].join('\n\n');
  for (const to of recipients)
    writeMessage(db, {
      to,
      about: { organisation },
      subject: `${books}: ${name}`,
      body: `${body}\n`,
      paper: { attachment: paper, replyTo: sender.email },
    });
  recordChange(context, {
    organisation,
    person: by,
    subject: 'issued-papers',
    object: place,
    title: name,
    before: {},
    after: { 'sent to': recipients },
  });
}
