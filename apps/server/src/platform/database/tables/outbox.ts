import { DELIVERY_STATES } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { check, foreignKey, integer, text } from 'drizzle-orm/sqlite-core';
import { moment, oneOf, table } from '../columns.js';
import { attachment } from './attachments.js';
import { organisation } from './organisations.js';
import { person } from './people.js';

/** A message to somebody, about an organisation or to a person by themselves. */
export const outboxMessage = table(
  'outbox_message',
  {
    id: integer('id').primaryKey(),
    writtenAt: moment('written_at').notNull(),
    recipient: text('recipient').notNull(),
    organisation: integer('organisation').references(() => organisation.id),
    person: integer('person').references(() => person.id),
    subject: text('subject').notNull(),
    body: text('body').notNull(),
    /** The paper of the organisation that goes with it, and whom an answer is for. */
    attachment: integer('attachment'),
    replyTo: text('reply_to'),
    state: oneOf('state', DELIVERY_STATES).notNull().default('held'),
    tries: integer('tries').notNull().default(0),
    nextTryAt: moment('next_try_at'),
    /** Why it did not go out yet, or will not. */
    reason: text('reason'),
  },
  (self) => [
    check('outbox_message_about', sql`(${self.organisation} IS NULL) <> (${self.person} IS NULL)`),
    check('outbox_message_next', sql`(${self.state} = 'waiting') = (${self.nextTryAt} IS NOT NULL)`),
    foreignKey({
      columns: [self.organisation, self.attachment],
      foreignColumns: [attachment.organisation, attachment.id],
    }),
  ],
);
