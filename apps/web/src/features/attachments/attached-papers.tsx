import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { attachmentQuery } from '../../api/attachment-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { PaperMark } from './paper-mark.js';
import styles from './attached-papers.module.css';

/** The papers that an entry being written names: each is shown beside it, or taken off. */
export function AttachedPapers({
  papers,
  shown,
  onShow,
  onRemove,
}: {
  papers: readonly number[];
  shown: number | undefined;
  onShow: (paper: number) => void;
  onRemove: (paper: number) => void;
}) {
  return papers.map((paper) => (
    <AttachedPaper
      key={paper}
      paper={paper}
      isShown={paper === shown}
      onShow={() => onShow(paper)}
      onRemove={() => onRemove(paper)}
    />
  ));
}

function AttachedPaper({
  paper,
  isShown,
  onShow,
  onRemove,
}: {
  paper: number;
  isShown: boolean;
  onShow: () => void;
  onRemove: () => void;
}) {
  const { organisation } = useBooks();
  const { data, error } = useQuery(attachmentQuery(organisation.id, paper));
  const name = data?.name ?? (error ? 'a paper that is not kept here' : '…');
  return (
    <span className={styles.attached}>
      <button
        type="button"
        className={clsx('plain', styles.name)}
        aria-pressed={isShown}
        tabIndex={-1}
        onClick={onShow}
      >
        <PaperMark papers={1} isNamed /> <span className={clsx(isShown && 'strong', error && 'brick')}>{name}</span>
      </button>
      <button
        type="button"
        className={clsx('plain', 'soft')}
        aria-label={`Take off ${name}`}
        title="Take it off"
        tabIndex={-1}
        onClick={onRemove}
      >
        ×
      </button>
    </span>
  );
}
