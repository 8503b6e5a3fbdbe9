import type { OfferedLinkResponse } from '@just-ledger/contract';
import { dayOf, longDate, longMoment } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { useMakeLink } from '../../api/people-queries.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './people.module.css';

interface LinkToHandOnProps {
  readonly message: number;
  readonly offered: OfferedLinkResponse;
}

/** A link for an owner to hand on: made when it is asked for, and shown this once. */
export function LinkToHandOn({ message, offered }: LinkToHandOnProps) {
  const { organisation } = useBooks();
  const make = useMakeLink(organisation.id);
  const [isCopied, setCopied] = useState(false);
  // a server that has been told no address of its own is where the books are being looked at
  const link = make.data && new URL(make.data.link, window.location.origin).href;
  if (link === undefined) {
    return (
      <div className="small">
        {offered.madeAt && <p>A link was made on {longMoment(offered.madeAt)}. A new one ends it.</p>}
        <p className={layout.row}>
          <button
            className="act small"
            type="button"
            disabled={make.isPending}
            onClick={() => make.mutate({ message, version: offered.version })}
          >
            {offered.madeAt ? 'Make a new link' : 'Make the link'}
          </button>
          <span className="soft">shown once; whoever has it may use it</span>
        </p>
        <ErrorMessage error={make.error} />
      </div>
    );
  }
  return (
    <div role="status">
      <p className={styles.body}>
        This link leads there, once, until {longDate(dayOf(make.data?.expiresAt ?? offered.expiresAt))}:<br />
        <span className={styles.link}>{link}</span>
      </p>
      <p className={clsx(layout.row, 'small')}>
        {window.isSecureContext && (
          <button
            className="act small"
            type="button"
            onClick={() => void navigator.clipboard.writeText(link).then(() => setCopied(true))}
          >
            Copy the link
          </button>
        )}
        <span className="soft">{isCopied ? 'copied' : 'hand it on now: it is not shown again'}</span>
      </p>
    </div>
  );
}
