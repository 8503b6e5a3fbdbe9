import type { AttachmentResponse } from '@just-ledger/contract';
import { longMoment, PAPER_TYPES } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import layout from '../../ui/layout.module.css';
import { PaperActs } from './paper-acts.js';
import styles from './paper-list.module.css';
import { paperSize } from './paper-size.js';

/** Papers one under the other; the one that is open says what can become of it. */
export function PaperList({
  papers,
  open,
  onOpen,
  onWrite,
}: {
  papers: readonly AttachmentResponse[];
  open: AttachmentResponse | undefined;
  onOpen: (paper: AttachmentResponse) => void;
  onWrite: (paper: AttachmentResponse) => void;
}) {
  const address = useAddress();
  return (
    <ul className={layout.plainList} data-papers>
      {papers.map((paper) => {
        const isOpen = paper.id === open?.id;
        return (
          <li key={paper.id} className={clsx(styles.paper, isOpen && styles.open)}>
            <button
              id={`paper-${paper.id}`}
              type="button"
              className={clsx('plain', styles.row)}
              aria-expanded={isOpen}
              onClick={() => onOpen(paper)}
              onKeyDown={(event) => {
                if (event.key !== 'Enter' || !isOpen || paper.isDiscarded) return;
                event.preventDefault();
                onWrite(paper);
              }}
            >
              <span className={clsx(layout.clip, isOpen && 'strong')}>{paper.name}</span>
              <span className="soft small nowrap">
                {PAPER_TYPES[paper.type].name} · {paperSize(paper.bytes)}
              </span>
            </button>
            <p className="soft small">
              {longMoment(paper.at)} by {paper.by}
              {paper.entries.length > 0 && ' · with '}
              {paper.entries.map((number, index) => (
                <span key={number}>
                  {index > 0 && ', '}
                  <Link className="act" to={address.href('journal', { entry: number })}>
                    {number}
                  </Link>
                </span>
              ))}
              {paper.drafts.map((draft) => (
                <span key={draft}>
                  {' · '}
                  <Link className="act" to={address.href('entry', { draft: String(draft) })}>
                    in a draft
                  </Link>
                </span>
              ))}
            </p>
            {isOpen && <PaperActs paper={paper} onWrite={() => onWrite(paper)} />}
          </li>
        );
      })}
    </ul>
  );
}
