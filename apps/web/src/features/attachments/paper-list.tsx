import type { AttachmentResponse } from '@just-ledger/contract';
import { longMoment, PAPER_TYPES } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import layout from '../../ui/layout.module.css';
import { VirtualList } from '../../ui/virtual-list.js';
import { PaperActs } from './paper-acts.js';
import styles from './paper-list.module.css';
import { paperSize } from './paper-size.js';

/** Papers one under the other; the one that is open says what can become of it. */
export function PaperList({
  papers,
  open,
  more,
  onOpen,
  onWrite,
}: {
  papers: readonly AttachmentResponse[];
  open: AttachmentResponse | undefined;
  more: (() => void) | undefined;
  onOpen: (paper: AttachmentResponse) => void;
  onWrite: (paper: AttachmentResponse) => void;
}) {
  return (
    <VirtualList
      items={papers}
      keyOf={({ id }) => String(id)}
      label="Papers"
      rowClass={({ id }) => clsx(styles.paper, id === open?.id && styles.open)}
      onEnd={more}
    >
      {(paper) => {
        const isOpen = paper.id === open?.id;
        return (
          <>
            <button
              type="button"
              className={clsx('plain', styles.row)}
              data-key={paper.id}
              aria-expanded={isOpen}
              onClick={() => onOpen(paper)}
              onFocus={() => onOpen(paper)}
              onKeyDown={(event) => {
                if (event.key !== 'Enter' || paper.isDiscarded) return;
                event.preventDefault();
                onWrite(paper);
              }}
            >
              <span className={clsx(layout.clip, isOpen && 'strong')}>{paper.name}</span>
              <span className="soft small nowrap">
                {PAPER_TYPES[paper.type].name} · {paperSize(paper.bytes)}
              </span>
            </button>
            <Whereabouts paper={paper} />
            {isOpen && <PaperActs paper={paper} onWrite={() => onWrite(paper)} />}
          </>
        );
      }}
    </VirtualList>
  );
}

/** When a paper came, of whom, and what it belongs to. */
function Whereabouts({ paper }: { paper: AttachmentResponse }) {
  const address = useAddress();
  return (
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
  );
}
