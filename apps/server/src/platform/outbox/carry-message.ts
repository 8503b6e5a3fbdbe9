import { PAPER_TYPES } from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { hash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import type { Db } from '../database/connection.js';
import { attachment, organisation, outboxMessage } from '../database/schema.js';
import { keptFilePath } from '../files/kept-files.js';
import { messageOf } from '../problems/message-of.js';
import { settings } from '../settings.js';
import { defineFileTask } from '../threads/task.js';
import { type Delivery, handOver } from './mail-stand-in.js';

/** Writes a message as mail is written (RFC 5322, MIME), with its paper if it has one, and hands it over. @param asked the id of the message */
export const carryMessage = defineFileTask(
  'carryMessage',
  async (db: Db, { id }: { readonly id: number }): Promise<Delivery> => {
    const row = db
      .select({
        message: outboxMessage,
        organisation: organisation.name,
        paper: { sha256: attachment.sha256, name: attachment.name, type: attachment.type },
      })
      .from(outboxMessage)
      .innerJoin(organisation, eq(organisation.id, outboxMessage.organisation))
      .leftJoin(
        attachment,
        and(eq(attachment.organisation, outboxMessage.organisation), eq(attachment.id, outboxMessage.attachment)),
      )
      .where(eq(outboxMessage.id, id))
      .get();
    if (!row) return { state: 'refused', reason: 'There is no such message.' };
    const { message, paper } = row;
    let content = Buffer.alloc(0);
    try {
      if (paper) content = await readFile(keptFilePath(settings.folder, paper.sha256));
    } catch (error) {
      return { state: 'busy', reason: `The file of the paper cannot be read: ${messageOf(error)}` };
    }
    const host = settings.origin ? new URL(settings.origin).hostname : 'localhost';
    const { default: MailComposer } = await import('nodemailer/lib/mail-composer');
    const mail = new MailComposer({
      from: { name: row.organisation, address: `books@${host}` },
      to: message.recipient,
      ...(message.replyTo && { replyTo: message.replyTo }),
      subject: message.subject,
      text: message.body,
      date: new Date(message.writtenAt),
      // the same each time: whoever gets it twice is told that it is the same
      messageId: `<${id}.${(paper?.sha256 ?? hash('sha256', message.writtenAt)).slice(0, 24)}@${host}>`,
      ...(paper && {
        attachments: [{ filename: paper.name, content, contentType: PAPER_TYPES[paper.type].mediaType }],
      }),
    });
    const name = `${message.writtenAt.slice(0, 10)}-${String(id).padStart(6, '0')}.eml`;
    const bytes = await mail.compile().build();
    return handOver(settings.folder, { name, to: message.recipient, tries: message.tries, bytes });
  },
);
