import type { Dispatch } from 'react';
import { AttachedPapers } from '../attachments/attached-papers.js';
import type { FormEvent } from './entry-form.js';
import { LinePart } from './line-part.js';
import { useShownPaper } from './use-shown-paper.js';

/** The papers of one line. */
export function LinePapers({
  papers,
  index,
  dispatch,
}: {
  papers: readonly number[];
  index: number;
  dispatch: Dispatch<FormEvent>;
}) {
  const { shown, show } = useShownPaper(papers);
  return (
    <LinePart index={index}>
      <span className="small">
        <AttachedPapers
          papers={papers}
          shown={shown}
          onShow={show}
          onRemove={(paper) => dispatch({ type: 'paper-removed', paper, line: index })}
        />
      </span>
    </LinePart>
  );
}
