import type { OutboxMessageResponse } from '@just-ledger/contract';
import { dayOf, shortDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { outboxQuery, useTryMessage } from '../../api/people-queries.js';
import { Delivery } from '../../ui/delivery.js';
import layout from '../../ui/layout.module.css';
import { Empty, ErrorMessage, Sheet } from '../../ui/sheet.js';
import styles from './people.module.css';

/** Messages: links for an owner to hand on, and papers that go out as mail. */
export function OutboxSheet() {
  const { organisation } = useBooks();
  const { data: messages } = useSuspenseQuery(outboxQuery(organisation.id));
  return (
    <Sheet title="Outbox" aside="links are handed on, papers go out">
      {messages.length === 0 ? (
        <Empty>
          <p>
            Invitations and links to a new password are held here. Whoever has a link may use it, so hand it on to
            nobody else. Papers that are sent go out as mail: each as a file in the folder “mail” of the server.
          </p>
        </Empty>
      ) : (
        messages.map((message, index) => <Message key={message.id} message={message} isOpen={index === 0} />)
      )}
    </Sheet>
  );
}

function Message({ message, isOpen }: { message: OutboxMessageResponse; isOpen: boolean }) {
  const { organisation } = useBooks();
  const [isCopied, setCopied] = useState(false);
  const again = useTryMessage(organisation.id);
  const body = withAddress(message.body);
  const link = /https?:\/\/\S+/.exec(body)?.[0];
  return (
    <details className={styles.message} open={isOpen}>
      <summary>
        <span className="strong">{message.to}</span> {message.subject}
        <span className="soft small"> {shortDate(dayOf(message.writtenAt))}</span> <Delivery {...message} />
      </summary>
      <p className={styles.body}>{body}</p>
      {(message.state === 'waiting' || message.state === 'refused') && (
        <p>
          <button
            className="act small"
            type="button"
            disabled={again.isPending}
            onClick={() => again.mutate(message.id)}
          >
            {again.isPending ? 'Trying …' : 'Try again now'}
          </button>
        </p>
      )}
      <ErrorMessage error={again.error} />
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
