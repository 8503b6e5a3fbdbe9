import type { OutboxMessageResponse } from '@just-ledger/contract';
import { dayOf, shortDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { outboxQuery, useTryMessage } from '../../api/people-queries.js';
import { Delivery } from '../../ui/delivery.js';
import { Empty, ErrorMessage, Sheet } from '../../ui/sheet.js';
import { LinkToHandOn } from './link-to-hand-on.js';
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
            Invitations, and what people write who have forgotten their password, are held here: you make the link and
            hand it on. Papers that are sent go out as mail: each as a file in the folder “mail” of the server.
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
  const again = useTryMessage(organisation.id);
  return (
    <details className={styles.message} open={isOpen}>
      <summary>
        <span className="strong">{message.to}</span> {message.subject}
        <span className="soft small"> {shortDate(dayOf(message.writtenAt))}</span>{' '}
        {message.state === 'held' && !message.link ? (
          <span className="soft small">its link leads nowhere any more</span>
        ) : (
          <Delivery {...message} />
        )}
      </summary>
      <p className={styles.body}>{message.body}</p>
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
      {message.link && <LinkToHandOn message={message.id} offered={message.link} />}
    </details>
  );
}
