import type { KeyboardEvent, ReactNode, RefObject } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { Pane, Panes } from '../../ui/sheet.js';
import { PaperDrop } from '../attachments/paper-drop.js';
import { PaperView } from '../attachments/paper-view.js';
import type { useEntryPapers } from './use-entry-papers.js';

/** The sheet of an entry, and beside it its effect; or the paper that is looked at. Papers are dropped anywhere on both. */
export function EntryDesk({
  around,
  papers,
  effect,
  onKeyDown,
  children,
}: {
  around: RefObject<HTMLDivElement | null>;
  papers: ReturnType<typeof useEntryPapers>;
  effect: ReactNode;
  onKeyDown: (event: KeyboardEvent<HTMLElement>) => void;
  /** The sheet. */
  children: ReactNode;
}) {
  const { may } = useBooks();
  return (
    <PaperDrop choose={papers.choose} isOff={!may('bringPapers')} onFiles={papers.take}>
      <Panes ref={around} data-typing onKeyDown={onKeyDown}>
        {children}
        <Pane narrow={papers.shown === undefined} ofPaper={papers.shown !== undefined}>
          {papers.shown === undefined ? (
            effect
          ) : (
            <PaperView
              key={papers.shown}
              paper={papers.shown}
              tools={
                <button className="act" type="button" onClick={papers.hide}>
                  Hide
                </button>
              }
            />
          )}
        </Pane>
      </Panes>
    </PaperDrop>
  );
}
