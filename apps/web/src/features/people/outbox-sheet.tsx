import type { OutboxMessageResponse } from '@just-ledger/contract';
import { dayOf, shortDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { outboxQuery } from '../../api/people-queries.js';
import layout from '../../ui/layout.module.css';
import { Empty, Sheet } from '../../ui/sheet.js';
import styles from './people.module.css';

/** The messages that stand where mail would be sent, for an owner to hand on. */
export function OutboxSheet() {
  const { organisation } = useBooks();
  const { data: messages } = useSuspenseQuery(outboxQuery(organisation.id));
  return (
    <Sheet title="Outbox" aside="no mail is sent: hand the links on yourself">
      {messages.length === 0 ? (
        <Empty>
          <p>
            Invitations and links to a new password are written here in the place of mail. Whoever has a link may use
            it, so give it to nobody else.
          </p>
        </Empty>
      ) : (
        messages.map((message, index) => <Message key={message.id} message={message} isOpen={index === 0} />)
      )}
    </Sheet>
  );
}

function Message({ message, isOpen }: { message: OutboxMessageResponse; isOpen: boolean }) {
  const [isCopied, setCopied] = useState(false);
  const body = withAddress(message.body);
  const link = /https?:\/\/\S+/.exec(body)?.[0];
  return (
    <details className={styles.message} open={isOpen}>
      <summary>
        <span className="strong">{message.to}</span> {message.subject}
        <span className="soft small"> {shortDate(dayOf(message.writtenAt))}</span>
      </summary>
      <p className={styles.body}>{body}</p>
      {link && window.isSecureContext && (
        <p className={clsx(layout.row, 'small')}>
          <button
            className="act small"
            type="button"
            onClick={() => void navigator.clipboard.writeText(link).then(() => setCopied(true))}
          >
            Copy the link
          </button>
          {isCopied && <span role="status">copied</span>}
        </p>
      )}
    </details>
  );
}

/** A message whose link has no address leads to where the books are being looked at. */
function withAddress(body: string): string {
  return body.replace(/^\/(invitation|new-password)\//m, `${window.location.origin}/$1/`);
}
