import type { AttachmentResponse } from '@just-ledger/contract';
import { useSuspenseInfiniteQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { attachmentsQuery } from '../../api/attachment-queries.js';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import notice from '../../ui/notice.module.css';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Pane, Panes, Sheet } from '../../ui/sheet.js';
import { Choices } from '../../ui/choices.js';
import { PaperDrop } from './paper-drop.js';
import { PaperList } from './paper-list.js';
import { countedPapers } from './paper-size.js';
import { PaperView } from './paper-view.js';
import { useSentPapers } from './use-sent-papers.js';

const STATES = [
  ['waiting', 'Without entry'],
  ['all', 'All'],
  ['discarded', 'Discarded'],
] as const;

/** The papers that came before their entry, and what can become of each. */
export function WaitingPapers({ slot }: ScreenProps) {
  const address = useAddress();
  const { organisation, may } = useBooks();
  const [stateTyped, setState] = useSheetParam('state', slot);
  const state = STATES.find(([key]) => key === stateTyped)?.[0] ?? 'waiting';
  const { data, fetchNextPage, hasNextPage, isFetchingNextPage } = useSuspenseInfiniteQuery(
    attachmentsQuery(organisation.id, state),
  );
  const papers = data.pages.flatMap((page) => page.papers);
  const count = data.pages[0]?.count ?? 0;
  const [chosen, setChosen] = useSheetParam('paper', slot);
  const open = papers.find(({ id }) => String(id) === chosen) ?? papers[0];
  const choose = useRef<() => void>(null);
  const { sending, refused, send } = useSentPapers(organisation.id, (paper) => setChosen(String(paper.id)));
  const write = (paper: AttachmentResponse): void => address.go('entry', { of: String(paper.id) });
  return (
    <PaperDrop choose={choose} isOff={!may('bringPapers')} onFiles={(files) => send(files)}>
      <Panes>
        <Sheet
          title="Papers"
          aside={`${countedPapers(count)}${state === 'waiting' ? ' without entry' : ''}`}
          tools={
            <>
              <Choices
                label="Which papers"
                value={state}
                choices={STATES}
                onChoose={(key) => setState(key === 'waiting' ? undefined : key)}
              />
              <Allowed act="bringPapers">
                <button className="act" type="button" onClick={() => choose.current?.()}>
                  Choose files
                </button>
              </Allowed>
            </>
          }
        >
          {sending.length > 0 && (
            <p role="status" className="soft">
              Sending {sending[0]}
              {sending.length > 1 && ` and ${sending.length - 1} more`} …
            </p>
          )}
          {refused.map((message) => (
            <div key={message} className={notice.error} role="alert">
              {message}
            </div>
          ))}
          {papers.length === 0 ? (
            <Empty>
              <p>
                {state === 'discarded'
                  ? 'No paper has been discarded.'
                  : 'Bills, receipts and statements that came before their entry belong here. Drop them onto this sheet, or paste a picture.'}
              </p>
              {state !== 'discarded' && (
                <p className="small">
                  PDF, PNG, JPEG, WebP, HEIC, XLSX, CSV, EML or TXT, up to 20 MB each. Each is kept once, beside the
                  books.
                </p>
              )}
            </Empty>
          ) : (
            <PaperList
              more={hasNextPage && !isFetchingNextPage ? () => void fetchNextPage() : undefined}
              papers={papers}
              open={open}
              onOpen={(paper) => setChosen(String(paper.id))}
              onWrite={write}
            />
          )}
        </Sheet>
        {open && (
          <Pane>
            <PaperView key={open.id} paper={open.id} />
          </Pane>
        )}
      </Panes>
    </PaperDrop>
  );
}
