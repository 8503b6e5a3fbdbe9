import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import type { Pasted } from './use-tray-paste.js';

/** What a paste did, how its amounts were read, and the way back. */
export function PastedNotice({
  pasted,
  onUndo,
  onReadOtherwise,
  onAccept,
}: {
  pasted: Pasted;
  onUndo: () => void;
  onReadOtherwise: () => void;
  onAccept: () => void;
}) {
  const { sample, isDoubtful } = pasted.read;
  return (
    <p className={clsx(notice.done, layout.row, layout.wide, layout.belowClose)} role="status">
      <span>
        {wordsOf(pasted)}
        {sample && ` ${sample.written} was read as ${sample.read}.`}
        {isDoubtful && ' Is the mark that of decimals?'}
      </span>
      {sample && (
        <button className="act" type="button" onClick={onReadOtherwise}>
          Read it the other way
        </button>
      )}
      <button className="act" type="button" onClick={onUndo}>
        {pasted.replaced.length > 0 ? 'Undo it' : 'Remove them again'}
      </button>
      <button className="plain soft" type="button" onClick={onAccept}>
        Keep
      </button>
    </p>
  );
}

function wordsOf({ ids, replaced }: Pasted): string {
  const rows = (count: number): string => `${count} ${count === 1 ? 'row' : 'rows'}`;
  if (replaced.length === 0) return `${rows(ids.length)} pasted.`;
  return `${rows(replaced.length)} pasted over${ids.length > 0 ? `, ${rows(ids.length)} added` : ''}.`;
}
